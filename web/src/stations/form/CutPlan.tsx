import type { Plan, Shop } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { useFill } from "@/parts/useFill";
import { FigureButton } from "@/parts/Why";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { sizeText } from "../job/Rail";
import { BetterCuts } from "./BetterCuts";
import { letterOf } from "./letters";
import { Offcuts } from "./Offcuts";
import { SheetDrawing, together } from "./SheetDrawing";
import { SheetSizes } from "./SheetSizes";

type Cutting = Plan["cutting"];
type Kind = Cutting["kinds"][number];
type Sheet = Kind["sheets"][number];

const BOARD_FILES = [
  { ending: "dxf", told: "Boards as DXF" },
  { ending: "csv", told: "List as CSV" },
  { ending: "xlsx", told: "List as XLSX" },
];

/** The sheets with their cuts, numbered in sawing order, kind by kind. */
export function CutPlan({ shop }: { shop: Shop | null }) {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const { cutting } = editor.shown.plan;
  const letters = letterOf(cutting);
  const paper = units === "in" ? "letter" : "a4";
  if (cutting.kinds.length === 0) {
    return <p className="p-5 text-lg">Nothing to cut: shop moulds are used.</p>;
  }
  return (
    <div className="space-y-8 p-5">
      {cutting.kinds.map((kind) => (
        <BetterCuts key={kind.sheet} kind={kind} shop={shop} />
      ))}
      {cutting.kinds.flatMap((kind) =>
        kind.sheets.map((sheet, index) => (
          <section key={`${kind.sheet} ${sheet.panels[0]?.key}`} aria-label={`${kind.sheet_name}, sheet ${index + 1}`}>
            {kind.depth && index === 0 && (
              <p>
                Set the saw depth to <FigureButton figure={kind.depth} />.
              </p>
            )}
            <h2 className="text-lg font-bold">
              {kind.sheets.length > 1
                ? `${sheet.offcut === null ? "Sheet" : "Offcut"} ${index + 1} of ${kind.sheets.length}: `
                : ""}
              {kind.sheet_name}, {sizeText(sheet.length_mm, sheet.width_mm, units)}
            </h2>
            <SheetDrawing sheet={sheet} letters={letters} sawn={new Set(kind.sawn)} />
            <Cuts sheet={sheet} kind={kind} />
          </section>
        )),
      )}
      <Boards />
      <Lumber cutting={cutting} />
      {shop && cutting.kinds.map((kind) => <SheetSizes key={kind.sheet} kind={kind} shop={shop} />)}
      <Offcuts />
      <section aria-label="Boards as files" className="flex flex-wrap gap-2">
        {BOARD_FILES.map(({ ending, told }) => (
          <a key={ending} className="button" href={`/api/jobs/${editor.kept.id}/boards.${ending}`} download>
            {told}
          </a>
        ))}
        <a className="button" href={`/api/jobs/${editor.kept.id}/labels?units=${units}&paper=${paper}`} download>
          Labels
        </a>
      </section>
    </div>
  );
}

/** The cuts of a sheet in sawing order, those of one setting together. */
function Cuts({ sheet, kind }: { sheet: Sheet; kind: Kind }) {
  const { units } = usePreferences();
  return (
    <ol className="mt-1 cards [--card:17rem] gap-x-8" aria-label="Cuts in sawing order">
      {together(sheet.saws).map((saws) => {
        const [first, last] = [saws[0], saws.at(-1)];
        if (!first || !last) return null;
        const setting = kind.saw_settings.find(
          (one) => one.kind === first.kind && Math.abs(one.setting_mm - first.setting_mm) < 0.06,
        );
        return (
          <li key={first.number} className="border-b border-line">
            <div className="flex min-h-9 items-center gap-3">
              <span className="figure w-14 text-right">
                {saws.length > 1 ? `${first.number}–${last.number}` : first.number}
              </span>
              <span className="flex-1">{first.kind === "rip" ? "rip at" : "crosscut at"}</span>
              <span className="figure">{writeLength(first.setting_mm, units, "cut")}</span>
            </div>
            {setting?.guide && (
              <p className="flex items-center gap-3 pb-1 pl-17 text-soft">
                <span className="flex-1">
                  {setting.beyond ? "guide beyond the cut, from the edge" : "guide on the part, from its edge"}
                </span>
                <FigureButton figure={setting.guide} />
              </p>
            )}
          </li>
        );
      })}
    </ol>
  );
}

/** The boards, each with a box to tick once it is sawn: it keeps the size that it was sawn to. */
function Boards() {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const { cutting } = editor.shown.plan;
  const letters = letterOf(cutting);
  const sawn = editor.shown.job.form?.sawn ?? {};

  const fill = useFill();

  function tick(key: string, name: string, size: [number, number], wanted: boolean) {
    void editor.change(
      (now) => {
        const { [key]: _, ...others } = now.form?.sawn ?? {};
        const mine = { [key]: { length_mm: size[0], width_mm: size[1] } };
        return withField(now, "/form/sawn", wanted ? { ...others, ...mine } : others);
      },
      wanted ? `${name} is sawn` : `${name} is not sawn`,
    );
  }

  return cutting.kinds.map((kind) => {
    const panels = kind.sheets.flatMap((sheet) => sheet.panels);
    const done = Object.keys(kind.names).filter((key) => key in sawn).length;
    return (
      <section key={kind.sheet} aria-label={`Boards of ${kind.sheet_name}`}>
        <h2 className="text-lg font-bold">Boards of {kind.sheet_name}</h2>
        <p className="text-soft">
          {done} of {panels.length} sawn. Tick each board once sawn and labelled.
        </p>
        <ul className="fields">
          {Object.entries(kind.names).map(([key, name]) => {
            const panel = panels.find((one) => one.key === key);
            if (!panel) return null;
            const long = Math.max(panel.length_mm, panel.width_mm);
            const short = Math.min(panel.length_mm, panel.width_mm);
            return (
              <li key={key} className="border-b border-line">
                <label className="flex min-h-11 items-center gap-3">
                  <input
                    type="checkbox"
                    className="size-5"
                    checked={key in sawn}
                    onChange={(event) => tick(key, fill(name), [long, short], event.target.checked)}
                  />
                  <span className="figure w-7 text-right">{letters.get(key)}</span>
                  <span className="flex-1">{fill(name)}</span>
                  <span className="figure">
                    {writeLength(long, units, "cut")} × {writeLength(short, units, "cut")}
                  </span>
                </label>
              </li>
            );
          })}
        </ul>
      </section>
    );
  });
}

/** Bearers, braces and bridges out of the lengths that lumber is sold in. */
function Lumber({ cutting }: { cutting: Cutting }) {
  const { units } = usePreferences();
  const { lumber } = cutting;
  if (!lumber) return null;
  return (
    <section aria-label={`Lengths of ${lumber.name}`}>
      <h2 className="text-lg font-bold">
        {lumber.name}, lengths of {writeLength(lumber.length_mm, units, "sold")}
      </h2>
      <p className="text-soft">
        <FigureButton figure={lumber.count} />
        {lumber.proven ? "; the fewest possible." : `; at least ${lumber.least} needed.`}
      </p>
      <ol className="mt-2 space-y-2">
        {lumber.lengths.map((length, index) => {
          const key = `${index} ${length.left_mm}`;
          return (
            <li key={key} className="flex min-h-10 items-stretch border border-[var(--board-line)] bg-paper">
              {length.parts.map((part, at) => {
                const place = `${at} ${part.name}`;
                return (
                  <span
                    key={place}
                    title={part.name}
                    className="figure flex items-center justify-center overflow-hidden border-r border-[var(--board-line)] bg-[var(--board)] px-1 whitespace-nowrap"
                    style={{ width: `${(100 * part.length_mm) / lumber.length_mm}%` }}
                  >
                    {write(part.length_mm, part.kind, units)}
                  </span>
                );
              })}
              <span className="sr-only">{writeLength(length.left_mm, units)} left</span>
            </li>
          );
        })}
      </ol>
      <ul className="mt-1 fields">
        {told(lumber.lengths.flatMap((length) => length.parts)).map(({ name, mm, kind, many }) => (
          <li key={`${name} ${mm}`} className="flex min-h-9 items-center gap-3 border-b border-line">
            <span className="figure w-7 text-right">{many}</span>
            <span className="flex-1">{name}</span>
            <span className="figure">{write(mm, kind, units)}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}

type Part = NonNullable<Cutting["lumber"]>["lengths"][number]["parts"][number];

/** Pieces of lumber, equal ones counted. */
function told(parts: readonly Part[]): { name: string; mm: number; kind: string; many: number }[] {
  const found = new Map<string, { name: string; mm: number; kind: string; many: number }>();
  for (const { name, length_mm: mm, kind } of parts) {
    const key = `${name} ${mm}`;
    found.set(key, { name, mm, kind, many: (found.get(key)?.many ?? 0) + 1 });
  }
  return [...found.values()];
}
