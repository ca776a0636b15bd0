import { useId } from "react";
import type { FieldProblem } from "@/api/client";
import type { Draft } from "@/api/shop";
import { problemProps } from "@/parts/FieldProblem";
import { type DocumentName, type FieldSpec, specsOf } from "@/parts/specs";
import { inWords } from "@/parts/values";
import { usePreferences } from "@/units/preferences";
import { isListOfRows, isNeeded, meant, shownIn, unitIn } from "./draft";

interface Props {
  of: DocumentName;
  draft: Draft;
  problems: readonly FieldProblem[];
  /** Where in the entry this document stands. */
  at?: string;
  onChange: (next: Draft) => void;
}

/** A mix from scratch is proportioned in its job, and is none of the shop's bags. */
const NOT_OFFERED = "from scratch";

/** Every field of an entry, typed in any unit; what is inside it in rows of their own. */
export function EntryFields({ of, draft, problems, at = "", onChange }: Props) {
  const specs = specsOf(of);
  const set = (key: string) => (value: unknown) => onChange({ ...draft, [key]: value });
  const fields = specs.filter((spec) => !isListOfRows(spec));
  const lists = specs.filter(isListOfRows);
  const field = (spec: FieldSpec) => (
    <Field
      key={spec.key}
      spec={spec}
      at={`${at}/${spec.key}`}
      value={draft[spec.key]}
      problem={problems.find(({ field }) => field === `${at}/${spec.key}` || field.startsWith(`${at}/${spec.key}/`))}
      onChange={set(spec.key)}
    />
  );
  const rows = (spec: (typeof lists)[number]) => (
    <Rows
      key={spec.key}
      spec={spec}
      rows={rowsOf(draft[spec.key])}
      at={`${at}/${spec.key}`}
      problems={problems}
      onChange={set(spec.key)}
    />
  );
  const [name, ...others] = fields;
  const needed = lists.filter(isNeeded);
  if (!name || needed.length === 0)
    return (
      <>
        <div className="fields gap-y-3">{fields.map(field)}</div>
        {lists.map(rows)}
      </>
    );
  return (
    <>
      {field(name)}
      {needed.map(rows)}
      <h3 className="mt-5 mb-2 text-lg font-bold">As the bag says</h3>
      <div className="fields gap-y-3">{others.map(field)}</div>
      {lists.filter((spec) => !isNeeded(spec)).map(rows)}
    </>
  );
}

function rowsOf(value: unknown): readonly Draft[] {
  return Array.isArray(value) ? value : [];
}

interface FieldProps {
  spec: FieldSpec;
  at: string;
  value: unknown;
  problem: FieldProblem | undefined;
  onChange: (value: unknown) => void;
}

function Field({ spec, at, value, problem, onChange }: FieldProps) {
  const { units } = usePreferences();
  const id = useId();
  const told = problem ? `${problem.problem} ${problem.remedy}` : null;
  const marked = problemProps(`${id}-problem`, told);
  return (
    <div data-field={at}>
      {spec.as === "flag" ? (
        <label className="flex min-h-11 items-center gap-3 font-semibold">
          <input
            type="checkbox"
            className="size-6 accent-(--ink)"
            checked={(value ?? spec.default) === true}
            onChange={(event) => onChange(event.target.checked)}
          />
          {spec.label}
        </label>
      ) : (
        <>
          <label htmlFor={id} className="font-semibold">
            {spec.label}
          </label>
          {spec.as === "choice" ? (
            <select
              id={id}
              className="field"
              value={String(value ?? spec.default ?? "")}
              {...marked}
              onChange={(event) => onChange(event.target.value)}
            >
              {value == null && spec.default == null && <option value="">choose</option>}
              {inWords(
                (spec.choices ?? []).filter((one) => one !== NOT_OFFERED),
                spec.key,
              ).map((one) => (
                <option key={one.value} value={one.value}>
                  {one.text}
                </option>
              ))}
            </select>
          ) : (
            <span className="flex items-center gap-2">
              <input
                id={id}
                className={`field ${spec.as === "text" ? "" : "figure"}`}
                autoComplete="off"
                maxLength={spec.as === "text" ? (spec.most ?? 60) : 120}
                placeholder={meant(spec, units)}
                value={shownIn(spec, value, units)}
                {...marked}
                onChange={(event) => onChange(event.target.value)}
              />
              {unitIn(spec, units) && <span className="w-14 shrink-0">{unitIn(spec, units)}</span>}
            </span>
          )}
        </>
      )}
      {spec.hint && <p className="text-soft">{spec.hint}</p>}
      {told && (
        <p id={`${id}-problem`} role="alert" className="border-l-4 border-stop pl-2">
          {told}
        </p>
      )}
    </div>
  );
}

interface RowsProps {
  spec: FieldSpec & { of: DocumentName };
  rows: readonly Draft[];
  at: string;
  problems: readonly FieldProblem[];
  onChange: (rows: readonly Draft[]) => void;
}

/** What one of the rows of a list is called. */
const ONE_OF: Record<string, string> = { sizes: "bag", other_sizes: "size", strengths: "strength" };

function Rows({ spec, rows, at, problems, onChange }: RowsProps) {
  const one = ONE_OF[spec.key] ?? "row";
  const whole = problems.find(({ field }) => field === at);
  return (
    <section aria-label={spec.label} className="mt-5">
      <h3 className="text-lg font-bold">{spec.label}</h3>
      {spec.hint && <p className="text-soft">{spec.hint}</p>}
      {rows.map((row, index) => (
        <section
          // biome-ignore lint/suspicious/noArrayIndexKey: rows have no names before they are typed
          key={index}
          aria-label={`${one[0]?.toUpperCase()}${one.slice(1)} ${index + 1}`}
          className="mt-3 border-l-4 border-line-strong pl-3"
        >
          <EntryFields
            of={spec.of}
            draft={row}
            problems={problems}
            at={`${at}/${index}`}
            onChange={(next) => onChange(rows.map((other, place) => (place === index ? next : other)))}
          />
          <button
            type="button"
            className="min-h-11 underline"
            onClick={() => onChange(rows.filter((_, place) => place !== index))}
          >
            Remove {one} {index + 1}
          </button>
        </section>
      ))}
      {whole && (
        <p role="alert" className="border-l-4 border-stop pl-2">
          {whole.problem} {whole.remedy}
        </p>
      )}
      {rows.length < (spec.most ?? Number.POSITIVE_INFINITY) && (
        <button type="button" className="button mt-2" onClick={() => onChange([...rows, {}])}>
          Add a {one}
        </button>
      )}
    </section>
  );
}
