import type { Plan } from "@/api/client";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";

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
            {cutting.sheet_name}, {writeLength(cutting.sheet_length_mm, units)} ×{" "}
            {writeLength(cutting.sheet_width_mm, units)}
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
  const [x, y] = [(mm: number) => EDGE_PX + mm * scale, (mm: number) => 30 + height - mm * scale];
  const rows = [...new Set(sheet.panels.map((panel) => panel.y_mm))].sort((a, b) => a - b);
  const letters = letterOf(cutting);
  return (
    <div ref={area} className="relative mt-2" style={{ height: height + 62 }}>
      <svg width={size.width} height={height + 62} className="absolute inset-0">
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
      {sheet.saws.map((saw, index) => (
        <Tag
          key={saw.number}
          x={saw.kind === "rip" ? x(saw.x2) + 18 - (index % 2) * 30 : x(saw.x1)}
          y={saw.kind === "rip" ? y(saw.y2) : y(Math.max(saw.y1, saw.y2)) - (index % 2 ? 8 : -18)}
          tone="round"
        >
          {saw.number}
        </Tag>
      ))}
    </div>
  );
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
