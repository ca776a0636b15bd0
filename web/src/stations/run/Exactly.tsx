import { type FormEvent, useId, useState } from "react";
import { Refused } from "@/api/client";
import { FieldProblem } from "@/parts/FieldProblem";
import { Modal } from "@/parts/Modal";
import { WhenField } from "@/parts/WhenField";
import type { StepNow } from "@/run/types";
import type { Run, Saying } from "@/run/useRun";
import { usePreferences } from "@/units/preferences";
import { entryOf, trim } from "@/units/quantity";
import { fieldValue, momentOf } from "@/units/time";
import { numberOf } from "../records/EntryForm";
import { AskedBack } from "./AskedBack";
import { useBench } from "./useBench";

interface Props {
  step: StepNow;
  run: Run;
  title: string;
  onSay: (saying: Saying) => void;
  onClose: () => void;
}

type Field = "bags" | "water_l" | "celsius";
type Typed = Partial<Record<Field, string>>;

/** A step with its own time and amounts: typed, or read off a device. What is hardly meant is asked back first. */
export function Exactly({ step, run, title, onSay, onClose }: Props) {
  const { units } = usePreferences();
  const { zone } = run.view;
  const batch = run.state.batches.find((one) => one.number === step.batch);
  const mixes = step.who === "mixer" && batch !== undefined;
  const measures = mixes || step.step.startsWith("strike/") || run.sheet.fills.some((fill) => of(fill.finish, step));
  const [when, setWhen] = useState("");
  const [typed, setTyped] = useState<Typed>(() => (batch && mixes ? { bags: trim(batch.bags, 2) } : {}));
  const [read, setRead] = useState<Field[]>([]);
  const [refused, setRefused] = useState<string | null>(null);
  const [asked, setAsked] = useState<Saying | null>(null);
  const bench = useBench(run);
  const water = entryOf("l", units);
  const heat = entryOf("C", units);
  const id = useId();

  function type(field: Field, text: string, byDevice = false) {
    setTyped((before) => ({ ...before, [field]: text }));
    setRead((before) => [...before.filter((one) => one !== field), ...(byDevice ? [field] : [])]);
    setRefused(null);
  }
  async function readOff(field: Field, reading: () => Promise<number>) {
    try {
      type(field, trim(await reading(), 2), true);
    } catch (caught) {
      if (!(caught instanceof Refused)) throw caught;
      setRefused(caught.status === 0 ? "No network, so no device. Type what it shows." : caught.message);
    }
  }
  function said(kind: Saying["kind"]): Saying {
    const number = (field: Field, label: string, unit?: { read: (entered: number) => number }) => {
      const text = typed[field]?.trim();
      if (!text) return null;
      const value = numberOf(text, label);
      return unit ? unit.read(value) : value;
    };
    const done: Saying = {
      kind,
      step: step.id,
      bags: mixes ? number("bags", "Bags") : null,
      water_l: mixes ? number("water_l", "Water", water) : null,
      celsius: measures ? number("celsius", "Temperature", heat) : null,
      read,
      ...(when ? { at: momentOf(when, zone) } : {}),
    };
    if (done.bags !== null && done.bags !== undefined && done.bags <= 0)
      throw new Refused(422, "Bags: 0 cannot be mixed. Write how many went in, like 1 or 0.5.");
    if (done.water_l !== null && done.water_l !== undefined && done.water_l <= 0)
      throw new Refused(422, "Water: leave it empty where none went in; else write how much.");
    return done;
  }
  function submit(event: FormEvent) {
    event.preventDefault();
    write("did");
  }
  function write(kind: Saying["kind"]) {
    try {
      const saying = said(kind);
      if (run.asksBack(saying).length > 0) setAsked(saying);
      else keep(saying);
    } catch (caught) {
      if (!(caught instanceof Refused)) throw caught;
      setRefused(caught.message);
    }
  }
  function keep(saying: Saying) {
    onSay(saying);
    onClose();
  }
  const [doubt] = asked ? run.asksBack(asked) : [];
  return (
    <Modal open title={title} onClose={onClose}>
      {asked && doubt ? (
        <AskedBack
          doubt={doubt}
          saying={asked}
          run={run}
          onPut={(saying) => (run.asksBack(saying).length > 0 ? setAsked(saying) : keep(saying))}
          onInsist={() => keep({ ...asked, insisted: true })}
        />
      ) : (
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
          {mixes && (
            <Amount
              label="Bags"
              text={typed.bags ?? ""}
              read={read.includes("bags")}
              onType={(text) => type("bags", text)}
              {...(bench.scale
                ? { onRead: () => readOff("bags", () => bench.bags(batch.bags)), device: "Weigh the bags" }
                : {})}
            />
          )}
          {mixes && (
            <Amount
              label="Water in all"
              unit={water.name}
              text={typed.water_l ?? ""}
              read={read.includes("water_l")}
              onType={(text) => type("water_l", text)}
              {...(bench.scale
                ? {
                    onRead: () => readOff("water_l", async () => water.show(await bench.water(batch.water_l))),
                    device: "Weigh the water",
                  }
                : {})}
            />
          )}
          {measures && (
            <Amount
              label="Temperature of the concrete"
              unit={heat.name}
              text={typed.celsius ?? ""}
              read={read.includes("celsius")}
              onType={(text) => type("celsius", text)}
              {...(bench.thermometer
                ? {
                    onRead: () => readOff("celsius", async () => heat.show(await bench.celsius())),
                    device: "Read the thermometer",
                  }
                : {})}
            />
          )}
          <FieldProblem problem={refused} />
          {typed.celsius && (
            <button type="button" className="button min-h-14 w-full" onClick={() => write("temperature")}>
              Save the temperature alone
            </button>
          )}
          <button type="submit" className="button button-now min-h-14 w-full">
            It is done: save
          </button>
        </form>
      )}
    </Modal>
  );
}

function of(steps: readonly { id: string }[], step: StepNow): boolean {
  return steps.some((one) => one.id === step.step);
}

interface AmountProps {
  label: string;
  unit?: string;
  text: string;
  read: boolean;
  onType: (text: string) => void;
  onRead?: () => Promise<void>;
  device?: string;
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
        {onRead && (
          <button type="button" className="button min-h-12" onClick={() => void onRead()}>
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
