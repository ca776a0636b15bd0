import { useQueries } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import type { Plan, PlanView } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { planJob } from "@/api/queries";
import { FindingText } from "@/parts/FindingText";
import { SeverityMark } from "@/parts/SeverityMark";
import { usePreferences } from "@/units/preferences";
import { write, writeHours } from "@/units/quantity";
import { dateAndClock } from "@/units/time";
import { Bench } from "../job/Bench";
import { findingsOf } from "../job/station";
import { SHOWN_ACTS } from "./acts";
import { MOST_VARIANTS, type Otherwise, otherwise, variantOf } from "./variants";

interface Props {
  tools: ReactNode;
  onUsed: () => void;
}

const NONE: ReadonlySet<string> = new Set();
const ACTS = [...SHOWN_ACTS, "load"];
const NAMES = ["As planned", "Variant A", "Variant B", "Variant C"];

/** Up to three variants beside the plan: what differs first, and which of them to take. */
export function WhatIf({ tools, onUsed }: Props) {
  const editor = useJobEditor();
  const { kept } = editor;
  const { units } = usePreferences();
  const [variants, setVariants] = useState<readonly ReadonlySet<string>[]>([NONE]);
  const changes = otherwise(kept.job, kept.plan);
  const tried = useQueries({
    queries: variants.map((chosen) => ({
      queryKey: ["weather", "otherwise", kept.id, kept.revision, ...[...chosen].sort()],
      queryFn: () => planJob(variantOf(kept.job, kept.plan, chosen), null, kept.record, kept),
      staleTime: 300_000,
      placeholderData: (before: PlanView | undefined) => before,
    })),
  });
  const plans = [kept.plan, ...tried.map((one) => one.data?.plan ?? null)];
  const rows = rowsOf(
    plans,
    (celsius) => write(celsius, "C", units),
    (most) => write(most, "kg/m2/h", units),
  );
  const differ = rows.filter((row) => new Set(row.cells.filter((cell) => cell !== null)).size > 1);
  const alike = rows.filter((row) => !differ.includes(row));
  const toggle = (column: number, id: string) =>
    setVariants((now) => now.map((one, index) => (index === column ? toggled(one, id) : one)));
  const use = async (chosen: ReadonlySet<string>) => {
    await editor.change((job) => variantOf(job, kept.plan, chosen), `Changed: ${wordsOf(chosen, changes)}`);
    onUsed();
  };
  return (
    <Bench
      title="What if"
      tools={tools}
      ticketName="Variants"
      findings={[]}
      ticket={
        <section aria-label="Variants">
          <h2 className="mb-2 text-lg font-bold">Variants</h2>
          {variants.map((chosen, column) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a variant is its place
            <fieldset key={column} className="mb-4">
              <legend className="font-bold">{NAMES[column + 1]}</legend>
              <div className="mt-1 flex flex-wrap gap-2">
                {changes.map((one) => (
                  <button
                    key={one.id}
                    type="button"
                    aria-pressed={chosen.has(one.id)}
                    className={`button ${chosen.has(one.id) ? "button-pressed" : ""}`}
                    onClick={() => toggle(column, one.id)}
                  >
                    {one.words}
                  </button>
                ))}
              </div>
            </fieldset>
          ))}
          {variants.length < MOST_VARIANTS && (
            <button type="button" className="button w-full" onClick={() => setVariants([...variants, NONE])}>
              Add a variant
            </button>
          )}
        </section>
      }
    >
      <div className="mx-auto max-w-5xl overflow-x-auto p-3 lg:p-5">
        <table className="w-full min-w-[36rem] table-fixed border-collapse">
          <caption className="mb-2 text-left text-lg font-bold">Differences first</caption>
          <thead>
            <tr className="border-b-2 border-ink align-top">
              <td className="w-36" />
              {plans.map((_, column) => (
                <th key={NAMES[column]} scope="col" className="p-2 text-left">
                  {NAMES[column]}
                  <span className="block font-normal text-soft">{wordsOf(variants[column - 1] ?? NONE, changes)}</span>
                  {column > 0 && (
                    <button
                      type="button"
                      className="button mt-1 font-semibold"
                      disabled={editor.readOnly || variants[column - 1]?.size === 0}
                      onClick={() => void use(variants[column - 1] ?? NONE)}
                    >
                      Use this
                    </button>
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <tr className="border-b border-line align-top">
              <th scope="row" className="p-2 pl-0 text-left font-normal">
                Findings
              </th>
              {plans.map((one, column) => (
                <td key={NAMES[column]} className="p-2">
                  {one && <Gravest planned={one} />}
                </td>
              ))}
            </tr>
            {differ.map((row) => (
              <Row key={row.name} name={row.name} cells={row.cells} strong />
            ))}
            {alike.map((row) => (
              <Row key={row.name} name={row.name} cells={row.cells} />
            ))}
          </tbody>
        </table>
      </div>
    </Bench>
  );
}

function wordsOf(chosen: ReadonlySet<string>, changes: readonly Otherwise[]): string {
  return changes
    .filter((one) => chosen.has(one.id))
    .map((one) => one.words)
    .join(", ");
}

function toggled(chosen: ReadonlySet<string>, id: string): ReadonlySet<string> {
  const next = new Set(chosen);
  if (!next.delete(id)) next.add(id);
  return next;
}

interface RowOf {
  name: string;
  cells: (string | null)[];
}

/** What is told of each plan: when it begins, how warm it is, when each act falls due. */
function rowsOf(
  plans: readonly (Plan | null)[],
  celsius: (value: number) => string,
  dries: (value: number) => string,
): RowOf[] {
  const of = (name: string, tell: (planned: Plan) => string | null): RowOf => ({
    name,
    cells: plans.map((one) => (one ? tell(one) : null)),
  });
  const acts = ACTS.flatMap((id) => {
    const name = plans.flatMap((one) => one?.cure.acts.find((act) => act.id === id)?.name ?? [])[0];
    return name ? [of(name, (planned) => whenOf(planned, id))] : [];
  });
  return [
    of("Mixing starts", ({ cure }) => (cure.poured_at ? dateAndClock(cure.poured_at, cure.zone) : "not set")),
    of("Concrete at the pour", ({ cure }) => celsius(cure.temperature_c)),
    of("Coldest concrete, first two days", ({ cure }) =>
      cure.weather ? celsius(Math.min(...cure.weather.concrete_c.slice(0, 48))) : celsius(cure.temperature_c),
    ),
    of("Warmest concrete", ({ cure }) =>
      cure.weather ? celsius(Math.max(...cure.weather.concrete_c)) : celsius(cure.temperature_c),
    ),
    of("Evaporation, highest", ({ cure }) => dries(cure.dries.most.value)),
    ...acts,
  ];
}

/** The latest of an act over all pieces. */
function whenOf({ cure }: Plan, id: string): string | null {
  const acts = cure.acts.filter((act) => act.id === id);
  const last = acts.reduce((a, b) => (b.due_h > a.due_h ? b : a), acts[0] ?? { due_h: 0, at: null, never: true });
  if (!acts.length) return "–";
  if (last.never) return "not possible";
  return last.at ? dateAndClock(last.at, cure.zone) : `after ${writeHours(last.due_h)}`;
}

function Row({ name, cells, strong = false }: RowOf & { strong?: boolean }) {
  return (
    <tr className="border-b border-line">
      <th scope="row" className="p-2 pl-0 text-left font-normal">
        {name}
      </th>
      {cells.map((cell, column) => (
        <td key={NAMES[column]} className={`figure p-2 ${strong ? "font-bold" : "text-soft"}`}>
          {cell ?? "…"}
        </td>
      ))}
    </tr>
  );
}

function Gravest({ planned }: { planned: Plan }) {
  const found = findingsOf(planned, "cure");
  const [first] = found;
  return (
    <span className="flex gap-2">
      <SeverityMark severity={first?.finding.severity} />
      <span>
        {first ? <FindingText template={first.finding.title} values={first.finding.values ?? {}} /> : "Nothing to fix"}
        {found.length > 1 && <span className="text-soft"> and {found.length - 1} more</span>}
      </span>
    </span>
  );
}
