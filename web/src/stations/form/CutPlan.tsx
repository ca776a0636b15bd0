import type { Plan } from "@/api/client";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { sizeText } from "../job/Rail";

type Cutting = Plan["cutting"];
type Sheet = Cutting["sheets"][number];

const EDGE_PX = 44;

/** The sheets with their cuts, numbered in sawing order. */
export function CutPlan({ cutting }: { cutting: Cutting }) {
  const { units } = usePreferences();
  const many = cutting.sheets.length > 1;
  return (
    <div className="space-y-8 p-5">
      {cutting.sheets.map((sheet, index) => (
        <section key={sheet.saws.map((saw) => saw.setting_mm).join()} aria-label={`Sheet ${index + 1}`}>
          <h2 className="text-lg font-bold">
            {many ? `Sheet ${index + 1} of ${cutting.sheets.length}: ` : ""}
            {cutting.sheet_name}, {sizeText(cutting.sheet_length_mm, cutting.sheet_width_mm, units)}
          </h2>
          <SheetDrawing cutting={cutting} sheet={sheet} />
          <Cuts sheet={sheet} />
        </section>
      ))}
      <Boards cutting={cutting} />
    </div>
  );
}

function SheetDrawing({ cutting, sheet }: { cutting: Cutting; sheet: Sheet }) {
  const [area, size] = useSize<HTMLDivElement>();
  const scale = Math.max(0, size.width - 2 * EDGE_PX) / cutting.sheet_length_mm;
  const height = cutting.sheet_width_mm * scale;
  const [x, y] = [(mm: number) => EDGE_PX + mm * scale, (mm: number) => 40 + height - mm * scale];
  const rows = [...new Set(sheet.panels.map((panel) => panel.y_mm))].sort((a, b) => a - b);
  const letters = letterOf(cutting);
  const rips = sheet.saws.filter((saw) => saw.y1 === saw.y2);
  const crosses = sheet.saws.filter((saw) => saw.y1 !== saw.y2);
  const ripPlaces = spread(
    rips.map((saw) => y(saw.y2)),
    27,
  );
  const crossPlaces = spread(
    crosses.map((saw) => x(saw.x1)),
    29,
  );
  const numbers = [
    ...rips.map((saw, index) => ({
      saw,
      end: [x(saw.x2), y(saw.y2)],
      at: [x(cutting.sheet_length_mm) + 26, ripPlaces[index] ?? 0],
    })),
    ...crosses.map((saw, index) => ({
      saw,
      end: [x(saw.x1), y(Math.max(saw.y1, saw.y2))],
      at: [crossPlaces[index] ?? 0, 14],
    })),
  ] as { saw: Sheet["saws"][number]; end: [number, number]; at: [number, number] }[];
  return (
    <div ref={area} className="relative mt-2" style={{ height: height + 50 }}>
      <svg width={size.width} height={height + 50} className="absolute inset-0">
        <title>Where the boards lie on the sheet</title>
        <rect
          x={x(0)}
          y={y(cutting.sheet_width_mm)}
          width={cutting.sheet_length_mm * scale}
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
        {numbers.map(({ saw, end, at }) => (
          <line key={saw.number} x1={end[0]} y1={end[1]} x2={at[0]} y2={at[1]} stroke="var(--ink-soft)" />
        ))}
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
  const panels = cutting.sheets.flatMap((sheet) => sheet.panels);
  return (
    <section aria-label="Boards">
      <h2 className="text-lg font-bold">Boards</h2>
      <ul className="grid gap-x-8 sm:grid-cols-2">
        {[...letters].map(([key, letter]) => {
          const panel = panels.find((one) => one.key === key);
          if (!panel) return null;
          const [long, short] = [Math.max(panel.length_mm, panel.width_mm), Math.min(panel.length_mm, panel.width_mm)];
          return (
            <li key={key} className="flex min-h-9 items-center gap-3 border-b border-line">
              <span className="figure w-7 text-right">{letter}</span>
              <span className="flex-1">{cutting.names[key]}</span>
              <span className="figure">
                {writeLength(long, units)} × {writeLength(short, units)}
              </span>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

/** A short name for each board, to stand on it in the drawing. */
function letterOf(cutting: Cutting): Map<string, string> {
  return new Map(Object.keys(cutting.names).map((key, index) => [key, letters(index)]));
}

function letters(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : `${letters(Math.floor(index / 26) - 1)}${letter}`;
}
