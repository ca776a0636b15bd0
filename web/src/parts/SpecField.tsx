import { useState } from "react";
import { type Length, Refused } from "@/api/client";
import type { Spec } from "@/stations/measure/kinds";
import { Select } from "./Choice";
import { FieldProblem } from "./FieldProblem";
import { LengthField } from "./LengthField";
import { NumberField } from "./NumberField";
import { TextField } from "./TextField";

interface Props {
  spec: Spec;
  value: unknown;
  /** What it is given when it is to have a value and has none yet. */
  start?: Length;
  onKeep: (value: unknown) => Promise<void>;
}

/** A field of a description, as its spec says. */
export function SpecField({ spec, value, start, onKeep }: Props) {
  const [problem, setProblem] = useState<string | null>(null);
  const keep = (next: unknown) =>
    void onKeep(next).then(
      () => setProblem(null),
      (error) => {
        if (!(error instanceof Refused)) throw error;
        setProblem(error.message);
      },
    );
  switch (spec.as) {
    case "length":
      return spec.none === undefined ? (
        <LengthField label={spec.label} length={value as Length} onKeep={onKeep} />
      ) : (
        <OptionalLength spec={spec} value={value as Length | null} start={start} onKeep={onKeep} />
      );
    case "number":
      return (
        <NumberField
          label={spec.label}
          value={value as number}
          {...(spec.unit && { unit: spec.unit })}
          onKeep={(next) => onKeep(next)}
        />
      );
    case "text":
      return <TextField label={spec.label} value={value as string} onKeep={onKeep} />;
    case "flag":
      return (
        <label className="flex min-h-11 items-center justify-between gap-3 border-b border-line">
          {spec.label}
          <input
            type="checkbox"
            className="size-6 accent-(--ink)"
            checked={value as boolean}
            onChange={(event) => keep(event.target.checked)}
          />
        </label>
      );
    case "choice":
      return (
        <>
          <Select
            label={spec.label}
            value={value as string}
            choices={(spec.choices ?? []).map((one) => ({ value: one, text: one }))}
            onChoose={keep}
          />
          <FieldProblem problem={problem} />
        </>
      );
  }
}

function OptionalLength({
  spec,
  value,
  start,
  onKeep,
}: {
  spec: Spec;
  value: Length | null;
  start: Length | undefined;
  onKeep: Props["onKeep"];
}) {
  if (value) {
    return (
      <div className="flex items-center gap-2">
        <div className="min-w-0 flex-1">
          <LengthField label={spec.label} length={value} onKeep={onKeep} />
        </div>
        <button
          type="button"
          className="min-h-11 underline"
          aria-label={`${spec.label}: ${spec.none}`}
          onClick={() => void onKeep(null)}
        >
          {spec.none}
        </button>
      </div>
    );
  }
  return (
    <div className="flex min-h-11 items-center justify-between gap-3 border-b border-line">
      <span>{spec.label}</span>
      <button
        type="button"
        className="figure min-h-11 border-b-2 border-dotted border-chalk text-lg text-chalk"
        aria-label={`${spec.label}: ${spec.none}, change`}
        onClick={() => void onKeep(start ?? { mm: 20, typed: null })}
      >
        {spec.none}
      </button>
    </div>
  );
}
