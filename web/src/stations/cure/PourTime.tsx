import { useEffect, useId, useState } from "react";
import { Refused } from "@/api/client";
import { FieldProblem, problemProps } from "@/parts/FieldProblem";
import { WhenField } from "@/parts/WhenField";
import { dateAndClock, fieldValue, momentOf } from "@/units/time";

const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone;

interface Props {
  at: string | null;
  /** When the water really went in, by the log. */
  waterIn: string | null;
  zone: string;
  onKeep: (at: string | null) => Promise<void>;
}

/** When the first water goes in, in the clock of the place. */
export function PourTime({ at, waterIn, zone, onKeep }: Props) {
  const was = at ? fieldValue(at, zone) : "";
  const [value, setValue] = useState(was);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();
  useEffect(() => setValue(was), [was]);

  async function keep() {
    if (value === was) return;
    try {
      await onKeep(value ? momentOf(value, zone) : null);
      setProblem(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.message);
    }
  }

  return (
    <section aria-label="The pour">
      {waterIn && (
        <p className="mb-2 text-lg">
          Mixing started <b>{dateAndClock(waterIn, zone)}</b>, by the log: times count from there.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3">
        <label htmlFor={id} className="text-lg font-bold">
          {waterIn ? "Planned for" : "Mixing starts"}
        </label>
        <WhenField
          id={id}
          className="min-w-64 text-lg"
          value={value}
          {...problemProps(`${id}-problem`, problem)}
          onChange={setValue}
          onBlur={() => void keep()}
          onEnter={() => void keep()}
        />
        <span className="text-soft">
          {!at && !waterIn && "Times count from the start of mixing."}
          {at && zone !== HERE && `by the clock of ${zone.replaceAll("_", " ")}`}
        </span>
      </div>
      <FieldProblem id={`${id}-problem`} problem={problem} />
    </section>
  );
}
