import type { Length } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { valueAt, withField } from "@/api/editor";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { entryOf } from "@/units/quantity";
import { SpecField, type SpecFieldProps } from "./SpecField";
import { type FieldSpec, isLength } from "./specs";
import { hasWords, valueWords } from "./values";

interface Props extends Pick<SpecFieldProps, "spec" | "start" | "choices"> {
  /** Where in the job the document stands that the field is of. */
  at: string;
  /** Whose field it is, before its label in what was done. */
  whose?: string;
  /** What is meant where the job says nothing. */
  usual?: string | number | Length | null | undefined;
  /** What is said where the job says nothing, instead of the field's own. */
  none?: string | undefined;
}

/** A field of the job, by its place in it: read from what is shown, kept as a revision. */
export function DocField({ at, whose, usual, none, spec: known, ...others }: Props) {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const spec = none === undefined ? known : { ...known, none };
  const value = valueAt(editor.shown.job, `${at}/${spec.key}`) ?? usual ?? spec.default ?? null;
  const keep = (next: unknown) => {
    const text = others.choices?.find((one) => one.value === String(next))?.text ?? said(next, spec, units);
    const what = `${whose ? `${whose}: ${spec.label.toLowerCase()}` : `${spec.label}:`} ${text}`;
    return editor.change((job) => withField(job, `${at}/${spec.key}`, next), what.slice(0, 120));
  };
  return (
    <span className="contents" data-field={`${at}/${spec.key}`}>
      <SpecField spec={spec} value={value} onKeep={keep} {...others} />
    </span>
  );
}

function said(value: unknown, { key, none = "none", unit }: FieldSpec, units: Units): string {
  if (value === null) return none;
  if (typeof value === "number") {
    if (!unit) return String(value);
    const { name, show } = entryOf(unit, units);
    return `${show(value)} ${name}`;
  }
  if (typeof value === "boolean") return hasWords(key) ? valueWords(String(value), key) : value ? "yes" : "no";
  if (isLength(value)) return value.typed ?? `${value.mm} mm`;
  return value instanceof Object && "typed" in value ? String(value.typed) : valueWords(String(value), key);
}
