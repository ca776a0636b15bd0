import type { Plan } from "@/api/client";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";

type Sheet = Plan["cutting"]["kinds"][number]["sheets"][number];

const EDGE_PX = 44;
const HIGHEST_PX = 420;
/** Cuts of one sheet from which their numbers stand on them. */
const MANY_CUTS = 18;

/** A sheet with its boards, ticked ones crossed out, and its cuts numbered in sawing order. */
export function SheetDrawing({
  sheet,
  letters,
  sawn,
}: {
  sheet: Sheet;
  letters: Map<string, string>;
  sawn: ReadonlySet<string>;
}) {
  const [area, size] = useSize<HTMLDivElement>();
  const scale = Math.min(Math.max(0, size.width - 2 * EDGE_PX) / sheet.length_mm, HIGHEST_PX / sheet.width_mm);
  const height = sheet.width_mm * scale;
  const [x, y] = [(mm: number) => EDGE_PX + mm * scale, (mm: number) => 40 + height - mm * scale];
  const rows = [...new Set(sheet.panels.map((panel) => panel.y_mm))].sort((a, b) => a - b);
  const rips = sheet.saws.filter((saw) => saw.y1 === saw.y2);
  const crosses = sheet.saws.filter((saw) => saw.y1 !== saw.y2);
  const numbers =
    sheet.saws.length > MANY_CUTS ? onTheCuts(sheet.saws, x, y) : besideTheSheet(rips, crosses, sheet, x, y);
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
        {sheet.panels
          .filter((panel) => sawn.has(panel.key))
          .map((panel) => (
            <path
              key={`sawn ${panel.key}`}
              d={`M${x(panel.x_mm)} ${y(panel.y_mm)}L${x(panel.x_mm + panel.length_mm)} ${y(panel.y_mm + panel.width_mm)}`}
              stroke="var(--ink-soft)"
              strokeWidth="1.5"
              data-sawn={panel.key}
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
      {numbers.map(({ saw, text, at: [left, top] }) => (
        <Tag key={saw.number} x={left} y={top} tone="round">
          {text ?? saw.number}
        </Tag>
      ))}
    </div>
  );
}

interface Numbered {
  /** What stands there; the cut's number where left out. */
  text?: string;
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

/** Where there are too many for lines to be followed: one number for the cuts of a setting, on the first of them. */
function onTheCuts(saws: Saws, x: Place, y: Place): Numbered[] {
  return together(saws).flatMap((alike, index): Numbered[] => {
    const [first, last] = [alike[0], alike.at(-1)];
    if (!first || !last) return [];
    const text = alike.length > 1 ? `${first.number}–${last.number}` : String(first.number);
    const rip = first.y1 === first.y2;
    const at: [number, number] = rip
      ? [x(first.x2) - 20 - (index % 3) * 44, y(first.y2)]
      : [x(first.x1), y((first.y1 + first.y2) / 2)];
    return [{ saw: first, text, end: null, at }];
  });
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

/** Cuts in sawing order, parted where the fence or the guide is set anew. */
export function together(saws: Sheet["saws"]): Sheet["saws"][] {
  const found: Sheet["saws"][] = [];
  for (const saw of saws) {
    const last = found.at(-1);
    const before = last?.[0];
    if (last && before && before.kind === saw.kind && Math.abs(before.setting_mm - saw.setting_mm) < 0.05)
      last.push(saw);
    else found.push([saw]);
  }
  return found;
}
