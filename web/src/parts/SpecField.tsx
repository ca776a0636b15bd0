import type { Length } from "@/api/client";
import { usePreferences } from "@/units/preferences";
import { entryOf } from "@/units/quantity";
import { Select } from "./Choice";
import { FieldProblem } from "./FieldProblem";
import { LengthField } from "./LengthField";
import { NumberField } from "./NumberField";
import { type FieldSpec, isLength } from "./specs";
import { TextField } from "./TextField";
import { useKeep } from "./useKeep";
import { hasWords, inWords } from "./values";

export interface SpecFieldProps {
  spec: FieldSpec;
  value: unknown;
  /** What it is given when it is to have a length and has none yet. */
  start?: Length | undefined;
  /** What it is chosen from where the schema does not say, or in other words than it stores. */
  choices?: readonly { value: string; text: string }[] | undefined;
  onKeep: (value: unknown) => Promise<void>;
}

/** A field of a document, as its schema says. */
export function SpecField({ spec, value, start, choices, onKeep }: SpecFieldProps) {
  if (choices || spec.as === "choice" || (spec.as === "flag" && hasWords(spec.key)))
    return <ChoiceOf spec={spec} value={value} choices={choices} onKeep={onKeep} />;
  switch (spec.as) {
    case "length":
      if (isLength(value)) return <LengthOf spec={spec} length={value} onKeep={onKeep} />;
      return <NoLength spec={spec} start={start} onKeep={onKeep} />;
    case "number":
      return <NumberOf spec={spec} value={typeof value === "number" ? value : null} onKeep={onKeep} />;
    case "flag":
      return <FlagOf spec={spec} value={value === true} onKeep={onKeep} />;
    default:
      return (
        <TextField
          label={spec.label}
          value={typeof value === "string" ? value : ""}
          most={spec.most}
          onKeep={(text) => onKeep(text === "" && spec.default === null ? null : text)}
        />
      );
  }
}

type Keep = SpecFieldProps["onKeep"];

const NONE = "";
const FLAGS = ["false", "true"];
const STORED: Record<string, boolean> = { true: true, false: false };

function ChoiceOf({ spec, value, choices, onKeep }: Omit<SpecFieldProps, "start">) {
  const [problem, keep] = useKeep();
  const named = choices ?? inWords(spec.as === "flag" ? FLAGS : (spec.choices ?? []), spec.key);
  const all = spec.none === undefined ? named : [{ value: NONE, text: spec.none }, ...named];
  const read = (chosen: string) => (spec.as === "flag" ? STORED[chosen] : chosen);
  return (
    <>
      <Select
        label={spec.label}
        value={value == null ? NONE : String(value)}
        choices={all}
        onChoose={(chosen) => keep(onKeep(chosen === NONE ? null : read(chosen)))}
      />
      <FieldProblem problem={problem} />
    </>
  );
}

function NumberOf({ spec, value, onKeep }: { spec: FieldSpec; value: number | null; onKeep: Keep }) {
  const { units } = usePreferences();
  const entry = spec.unit === undefined ? null : entryOf(spec.unit, units);
  return (
    <NumberField
      label={spec.label}
      value={value === null || !entry ? value : entry.show(value)}
      unit={entry?.name}
      empty={spec.none}
      onKeep={(typed) => onKeep(typed === null || !entry ? typed : entry.read(typed))}
    />
  );
}

function FlagOf({ spec, value, onKeep }: { spec: FieldSpec; value: boolean; onKeep: Keep }) {
  const [problem, keep] = useKeep();
  return (
    <>
      <label className="flex min-h-11 items-center justify-between gap-3 border-b border-line">
        {spec.label}
        <input
          type="checkbox"
          className="size-6 accent-(--ink)"
          checked={value}
          onChange={(event) => keep(onKeep(event.target.checked))}
        />
      </label>
      <FieldProblem problem={problem} />
    </>
  );
}

function LengthOf({ spec, length, onKeep }: { spec: FieldSpec; length: Length; onKeep: Keep }) {
  const field = <LengthField label={spec.label} length={length} onKeep={onKeep} />;
  if (spec.none === undefined) return field;
  return (
    <div className="flex items-center gap-2">
      <div className="min-w-0 flex-1">{field}</div>
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

function NoLength({ spec, start, onKeep }: { spec: FieldSpec; start: Length | undefined; onKeep: Keep }) {
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
