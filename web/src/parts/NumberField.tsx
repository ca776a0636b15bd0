import { type KeyboardEvent, useEffect, useId, useRef, useState } from "react";
import { Refused } from "@/api/client";
import { FieldProblem, problemProps } from "./FieldProblem";

interface Props {
  label: string;
  unit?: string | undefined;
  value: number | null;
  /** Shown when there is no value. */
  empty?: string | undefined;
  onKeep: (value: number | null) => Promise<void>;
}

/** A plain number: kept on Enter or on leaving; what cannot be read stays to be mended. */
export function NumberField({ label, unit, value, empty, onKeep }: Props) {
  const [text, setText] = useState(asText(value));
  const [problem, setProblem] = useState<string | null>(null);
  const kept = useRef(value);
  const id = useId();

  useEffect(() => {
    kept.current = value;
    setText(asText(value));
    setProblem(null);
  }, [value]);

  async function keep() {
    const plain = text.trim().replace(",", ".");
    const next = plain === "" ? null : Number(plain);
    if (next !== null && !Number.isFinite(next))
      return setProblem(`“${text}” is not a number. Write it like 12 or 2.5.`);
    if (next === null && empty === undefined) return setProblem("A number is needed here. Write it like 12 or 2.5.");
    if (next === kept.current || (next !== null && asText(kept.current) === asText(next)))
      return setText(asText(value));
    try {
      await onKeep(next);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.message);
    }
  }

  function key(event: KeyboardEvent) {
    event.stopPropagation();
    if (event.key === "Enter") void keep();
    if (event.key === "Escape") setText(asText(value));
  }

  return (
    <div className="border-b border-line py-1">
      <div className="flex items-center justify-between gap-3">
        <label htmlFor={id}>{label}</label>
        <span className="flex items-center gap-2">
          <input
            id={id}
            className="field figure w-24 text-right text-lg"
            inputMode="decimal"
            autoComplete="off"
            placeholder={empty}
            value={text}
            {...problemProps(`${id}-problem`, problem)}
            onChange={(event) => {
              setText(event.target.value);
              setProblem(null);
            }}
            onBlur={() => void keep()}
            onKeyDown={key}
          />
          {unit !== undefined && <span className="w-14">{unit}</span>}
        </span>
      </div>
      <FieldProblem id={`${id}-problem`} problem={problem} />
    </div>
  );
}

function asText(value: number | null): string {
  return value === null ? "" : String(Number(value.toFixed(3)));
}
