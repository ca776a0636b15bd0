import type { Plan, Shop } from "@/api/client";
import type { Editor } from "@/api/editor";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { sizeText } from "../job/Rail";
import { BetterCuts } from "./BetterCuts";
import { Offcuts } from "./Offcuts";

type Cutting = Plan["cutting"];
type Kind = Cutting["kinds"][number];
type Sheet = Kind["sheets"][number];

const EDGE_PX = 44;
/** Cuts of one sheet from which their numbers stand on them. */
const MANY_CUTS = 18;
const BOARD_FILES = [
  { ending: "dxf", told: "Boards as DXF" },
  { ending: "csv", told: "List as CSV" },
  { ending: "xlsx", told: "List as XLSX" },
];

/** The sheets with their cuts, numbered in sawing order, kind by kind. */
export function CutPlan({ editor, shop }: { editor: Editor; shop: Shop | null }) {
  const { units } = usePreferences();
  const { cutting } = editor.shown.plan;
  const letters = letterOf(cutting);
  if (cutting.kinds.length === 0) {
    return <p className="p-5 text-lg">Nothing is cut: it is cast in moulds that the shop has.</p>;
  }
  return (
    <div className="space-y-8 p-5">
      {cutting.kinds.map((kind) => (
        <BetterCuts key={kind.sheet} kind={kind} editor={editor} shop={shop} />
      ))}
      {cutting.kinds.flatMap((kind) =>
        kind.sheets.map((sheet, index) => (
          <section key={`${kind.sheet} ${sheet.panels[0]?.key}`} aria-label={`${kind.sheet_name}, sheet ${index + 1}`}>
            <h2 className="text-lg font-bold">
              {kind.sheets.length > 1
                ? `${sheet.offcut === null ? "Sheet" : "Offcut"} ${index + 1} of ${kind.sheets.length}: `
                : ""}
              {kind.sheet_name}, {sizeText(sheet.length_mm, sheet.width_mm, units)}
            </h2>
            <SheetDrawing sheet={sheet} letters={letters} />
            <Cuts sheet={sheet} />
          </section>
        )),
      )}
      <Boards cutting={cutting} />
      <Offcuts editor={editor} />
      <section aria-label="Boards as files" className="flex flex-wrap gap-2">
        {BOARD_FILES.map(({ ending, told }) => (
          <a key={ending} className="button" href={`/api/jobs/${editor.kept.id}/boards.${ending}`} download>
            {told}
          </a>
        ))}
      </section>
    </div>
  );
}

function SheetDrawing({ sheet, letters }: { sheet: Sheet; letters: Map<string, string> }) {
  const [area, size] = useSize<HTMLDivElement>();
  const scale = Math.max(0, size.width - 2 * EDGE_PX) / sheet.length_mm;
  const height = sheet.width_mm * scale;
  const [x, y] = [(mm: number) => EDGE_PX + mm * scale, (mm: number) => 40 + height - mm * scale];
  const rows = [...new Set(sheet.panels.map((panel) => panel.y_mm))].sort((a, b) => a - b);
  const rips = sheet.saws.filter((saw) => saw.y1 === saw.y2);
  const crosses = sheet.saws.filter((saw) => saw.y1 !== saw.y2);
  const numbers =
    sheet.saws.length > MANY_CUTS ? onTheCuts(rips, crosses, x, y) : besideTheSheet(rips, crosses, sheet, x, y);
  return (
    <div ref={area} className="relative mt-2" style={{ height: height + 50 }}>
      <svg width={size.width} height={height + 50} className="absolute inset-0">
        <title>Where the boards lie on the sheet</title>
        <rect
          x={x(0)}
          y={y(sheet.width_mm)}
          width={sheet.length_mm * scale}
          height={height}
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        {sheet.panels.map((panel) => (
          <rect
            key={panel.key}
            x={x(panel.x_mm)}
            y={y(panel.y_mm + panel.width_mm)}
            width={panel.length_mm * scale}
            height={panel.width_mm * scale}
            fill="var(--board)"
            stroke="var(--board-line)"
            data-panel={panel.key}
          />
        ))}
        {sheet.saws.map((saw) => (
          <line
            key={saw.number}
            x1={x(saw.x1)}
            x2={x(saw.x2)}
            y1={y(saw.y1)}
            y2={y(saw.y2)}
            stroke="var(--ink)"
            strokeWidth="1.75"
            strokeDasharray={saw.kind === "rip" ? undefined : "5 3"}
          />
        ))}
        {numbers.map(
          ({ saw, end, at }) =>
            end && <line key={saw.number} x1={end[0]} y1={end[1]} x2={at[0]} y2={at[1]} stroke="var(--ink-soft)" />,
        )}
      </svg>
      {sheet.panels.map((panel) => (
        <Tag
          key={panel.key}
          x={x(panel.x_mm) + 18 + (rows.indexOf(panel.y_mm) % 3) * 30}
          y={y(panel.y_mm + panel.width_mm / 2)}
          tone="now"
        >
          {letters.get(panel.key)}
        </Tag>
      ))}
      {numbers.map(({ saw, at: [left, top] }) => (
        <Tag key={saw.number} x={left} y={top} tone="round">
          {saw.number}
        </Tag>
      ))}
    </div>
  );
}

interface Numbered {
  saw: Sheet["saws"][number];
  /** Where a line leads to from it, if one does. */
  end: [number, number] | null;
  at: [number, number];
}

type Place = (mm: number) => number;
type Saws = Sheet["saws"];

/** Numbers round the sheet, a line from each to its cut. */
function besideTheSheet(rips: Saws, crosses: Saws, sheet: Sheet, x: Place, y: Place): Numbered[] {
  const ripPlaces = spread(
    rips.map((saw) => y(saw.y2)),
    27,
  );
  const crossPlaces = spread(
    crosses.map((saw) => x(saw.x1)),
    29,
  );
  return [
    ...rips.map(
      (saw, index): Numbered => ({
        saw,
        end: [x(saw.x2), y(saw.y2)],
        at: [x(sheet.length_mm) + 26, ripPlaces[index] ?? 0],
      }),
    ),
    ...crosses.map(
      (saw, index): Numbered => ({
        saw,
        end: [x(saw.x1), y(Math.max(saw.y1, saw.y2))],
        at: [crossPlaces[index] ?? 0, 14],
      }),
    ),
  ];
}

/** Numbers on the cuts themselves, where there are too many for lines to be followed. */
function onTheCuts(rips: Saws, crosses: Saws, x: Place, y: Place): Numbered[] {
  return [
    ...rips.map((saw, index): Numbered => ({ saw, end: null, at: [x(saw.x2) - 16 - (index % 3) * 30, y(saw.y2)] })),
    ...crosses.map((saw): Numbered => ({ saw, end: null, at: [x(saw.x1), y((saw.y1 + saw.y2) / 2)] })),
  ];
}

/** Numbers that stand in one line beside the sheet, pushed apart so that none hides another. */
function spread(wanted: number[], gap: number): number[] {
  const order = wanted.map((place, index) => ({ place, index })).sort((a, b) => a.place - b.place);
  const placed: number[] = [];
  let last = Number.NEGATIVE_INFINITY;
  for (const { place, index } of order) {
    last = Math.max(place, last + gap);
    placed[index] = last;
  }
  return placed;
}

function Cuts({ sheet }: { sheet: Sheet }) {
  const { units } = usePreferences();
  return (
    <ol className="mt-1 grid gap-x-8 sm:grid-cols-2 xl:grid-cols-3" aria-label="Cuts in sawing order">
      {sheet.saws.map((saw) => (
        <li key={saw.number} className="flex min-h-9 items-center gap-3 border-b border-line">
          <span className="figure w-7 text-right">{saw.number}</span>
          <span className="flex-1">{saw.kind === "rip" ? "rip at" : "crosscut at"}</span>
          <span className="figure">{writeLength(saw.setting_mm, units)}</span>
        </li>
      ))}
    </ol>
  );
}

function Boards({ cutting }: { cutting: Cutting }) {
  const { units } = usePreferences();
  const letters = letterOf(cutting);
  return cutting.kinds.map((kind) => {
    const panels = kind.sheets.flatMap((sheet) => sheet.panels);
    return (
      <section key={kind.sheet} aria-label={`Boards of ${kind.sheet_name}`}>
        <h2 className="text-lg font-bold">Boards of {kind.sheet_name}</h2>
        <ul className="grid gap-x-8 sm:grid-cols-2">
          {Object.entries(kind.names).map(([key, name]) => {
            const panel = panels.find((one) => one.key === key);
            if (!panel) return null;
            const long = Math.max(panel.length_mm, panel.width_mm);
            const short = Math.min(panel.length_mm, panel.width_mm);
            return (
              <li key={key} className="flex min-h-9 items-center gap-3 border-b border-line">
                <span className="figure w-7 text-right">{letters.get(key)}</span>
                <span className="flex-1">{name}</span>
                <span className="figure">
                  {writeLength(long, units)} × {writeLength(short, units)}
                </span>
              </li>
            );
          })}
        </ul>
      </section>
    );
  });
}

/** A short name for each board, to stand on it in the drawing. */
function letterOf(cutting: Cutting): Map<string, string> {
  return new Map(cutting.kinds.flatMap((kind) => Object.keys(kind.names)).map((key, index) => [key, letters(index)]));
}

function letters(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : `${letters(Math.floor(index / 26) - 1)}${letter}`;
}
