import { type FormEvent, useId, useState } from "react";
import { FieldProblem } from "@/parts/FieldProblem";
import { Modal } from "@/parts/Modal";
import { WhenField } from "@/parts/WhenField";
import type { StepNow } from "@/run/types";
import type { Run, Saying } from "@/run/useRun";
import { fieldValue, momentOf } from "@/units/time";
import { AskedBack } from "./AskedBack";
import { useAmounts } from "./useAmounts";

interface Props {
  step: StepNow;
  run: Run;
  title: string;
  onSay: (saying: Saying) => void;
  onClose: () => void;
}

/** A step with its own time and amounts: typed, or read off a device. What is hardly meant is asked back first. */
export function Exactly({ step, run, title, onSay, onClose }: Props) {
  const { zone } = run.view;
  const amounts = useAmounts(run, step);
  const [when, setWhen] = useState("");
  const [asked, setAsked] = useState<Saying | null>(null);
  const id = useId();

  function write(kind: "did" | "temperature") {
    const at = when ? { at: momentOf(when, zone) } : {};
    try {
      weigh({ kind, step: step.id, ...amounts.told((field) => kind === "did" || field === "celsius"), ...at });
    } catch (caught) {
      amounts.refuse(caught);
    }
  }
  function weigh(saying: Saying) {
    if (run.asksBack(saying).length > 0) setAsked(saying);
    else keep(saying);
  }
  function keep(saying: Saying) {
    onSay(saying);
    onClose();
  }
  function submit(event: FormEvent) {
    event.preventDefault();
    write("did");
  }
  const [doubt] = asked ? run.asksBack(asked) : [];
  if (asked && doubt)
    return (
      <Modal open title={title} onClose={onClose}>
        <AskedBack
          doubt={doubt}
          saying={asked}
          run={run}
          onPut={weigh}
          onInsist={() => keep({ ...asked, insisted: true })}
        />
      </Modal>
    );
  return (
    <Modal open title={title} onClose={onClose}>
      <form className="space-y-4" onSubmit={submit} onKeyDown={(event) => event.stopPropagation()}>
        <div>
          <label htmlFor={`${id}-when`} className="font-semibold">
            When it was
          </label>
          <WhenField
            id={`${id}-when`}
            value={when || fieldValue(new Date(run.now).toISOString(), zone)}
            onChange={setWhen}
          />
        </div>
        {amounts.fields.map((one) => (
          <Amount
            key={one.field}
            label={one.label}
            unit={one.unit?.name}
            text={one.text}
            read={one.isRead}
            onType={one.type}
            device={one.device?.name}
            onRead={one.readOff}
          />
        ))}
        <FieldProblem problem={amounts.refused} />
        {amounts.hasTemperature && (
          <button type="button" className="button min-h-14 w-full" onClick={() => write("temperature")}>
            Save the temperature alone
          </button>
        )}
        <button type="submit" className="button button-now min-h-14 w-full">
          It is done: save
        </button>
      </form>
    </Modal>
  );
}

interface AmountProps {
  label: string;
  unit: string | undefined;
  text: string;
  read: boolean;
  onType: (text: string) => void;
  onRead: () => void;
  device: string | undefined;
}

/** An amount that is typed, or read off a device; which of both it was is shown. */
function Amount({ label, unit, text, read, onType, onRead, device }: AmountProps) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="font-semibold">
        {label}
        {unit && <span className="font-normal text-soft"> in {unit}</span>}
      </label>
      <div className="flex gap-2">
        <input
          id={id}
          className="field figure min-h-12 min-w-0 flex-1 text-xl"
          inputMode="decimal"
          autoComplete="off"
          maxLength={20}
          value={text}
          onChange={(event) => onType(event.target.value)}
        />
        {device && (
          <button type="button" className="button min-h-12" onClick={onRead}>
            {device}
          </button>
        )}
      </div>
      {read && (
        <p className="text-soft" role="status">
          Read by the device
        </p>
      )}
    </div>
  );
}
