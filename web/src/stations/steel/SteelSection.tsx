import type { PiecePlan, Schemas } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { onGrid } from "@/gestures/arrows";
import { useHeldMove } from "@/gestures/useHeldMove";
import { STEP_MM, writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";

type Steel = PiecePlan["steel"];

interface Props {
  steel: Steel;
  section: Schemas["Section"] | undefined;
  cut: Cut;
  /** How far the section runs [mm]. */
  run: number;
  thickness: number;
  faceDown: boolean;
  top: number;
  area: number;
  /** The largest scale that it is drawn at [px a mm]. */
  most: number;
}

/** How it is cut: from left to right or from front to back, and where. */
export interface Cut {
  along: "x" | "y";
  at: number;
}

const LEFT = 40;
const HIGH_PX = 70;
const WORDS_PX = 230;
const NARROW_PX = 640;
const BESIDE_MM = 30;

/** What of the steel a cut goes through, and what lies along it, at the true height of each. */
function cutThrough(steel: Steel, cut: Cut) {
  const stack = steel.stack;
  const layers = stack?.layers ?? [];
  const meshed = stack?.meshed ?? 0;
  const heights = layers.map(
    (one, index) => (stack?.under.value ?? 0) + layers.slice(0, index).reduce((sum, low) => sum + low, 0) + one / 2,
  );
  const dots: { at: number; up: number; size: number; bar: boolean }[] = [];
  const lines: { key: string; from: number; to: number; up: number; size: number; bar: boolean }[] = [];
  const nearest = new Map<boolean, number>();
  const all = [
    ...(steel.mesh?.wires ?? []).map((line) => ({ line, bar: false, grid: true })),
    ...steel.bars.map((bar) => ({ line: bar.line, bar: true, grid: bar.of_grid })),
  ];
  const along = ({ x1, y1, x2, y2 }: Line) => (cut.along === "y" ? x1 === x2 : y1 === y2);
  const place = (line: Line) => (cut.along === "y" ? line.x1 : line.y1);
  for (const { line, bar, grid } of all)
    if (grid && along(line))
      nearest.set(bar, Math.min(nearest.get(bar) ?? Number.POSITIVE_INFINITY, Math.abs(place(line) - cut.at)));
  for (const { line, bar, grid } of all) {
    const { x1, y1, x2, y2 } = line;
    const level = y1 === y2;
    const index = bar ? meshed + (level || layers.length - meshed < 2 ? 0 : 1) : level ? 1 : 0;
    const [up, size] = [heights[index] ?? 0, layers[index] ?? 0];
    if (along(line)) {
      const off = Math.abs(place(line) - cut.at);
      if (off <= BESIDE_MM || (grid && off <= (nearest.get(bar) ?? 0) + 1e-6))
        lines.push({
          key: `${place(line)} ${x1} ${y1} ${index}`,
          from: cut.along === "y" ? y1 : x1,
          to: cut.along === "y" ? y2 : x2,
          up,
          size,
          bar,
        });
      continue;
    }
    const [a, b, p, q] = cut.along === "y" ? [x1, x2, y1, y2] : [y1, y2, x1, x2];
    if (cut.at < Math.min(a, b) || cut.at > Math.max(a, b)) continue;
    dots.push({ at: p + ((q - p) * (cut.at - a)) / (b - a), up, size, bar });
  }
  return { dots, lines };
}

type Line = Steel["bars"][number]["line"];

/** The piece cut through: mesh and bars as thick as they are, at their true height, moved up and down. */
export function SteelSection({ steel, section, cut, run, thickness, faceDown, top, area, most }: Props) {
  const { units } = usePreferences();
  const narrow = area < NARROW_PX; // a phone: the words go under it
  const scale = Math.min(most, (area - LEFT - (narrow ? LEFT + 24 : WORDS_PX)) / run, HIGH_PX / thickness);
  const stack = steel.stack;
  const height = useHeight(stack?.under.value ?? 0, thickness - (stack?.height.value ?? 0), scale);
  if (!stack) return null;
  const y = (up: number) => top + (thickness - up) * scale;
  const x = (across: number) => LEFT + across * scale;
  const under = stack.under.value;
  const over = thickness - under - stack.height.value;
  const right = x(run) + 14;
  const { dots, lines } = cutThrough(steel, cut);
  const rings = section?.rings.map((ring) =>
    ring.flatMap((value, index) => {
      if (index % 2) return [];
      const stands = ring[index + 1] ?? 0;
      return [`${x(value).toFixed(1)},${y(faceDown ? section.high_mm - stands : stands - section.low_mm).toFixed(1)}`];
    }),
  );
  return (
    <g>
      {rings ? (
        <path
          d={rings.map((ring) => `M${ring.join("L")}Z`).join("")}
          fill="url(#concrete)"
          fillRule="evenodd"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      ) : (
        <rect
          x={LEFT}
          y={top}
          width={run * scale}
          height={thickness * scale}
          fill="url(#concrete)"
          stroke="var(--ink)"
        />
      )}
      {lines.map((one) => (
        <line
          key={one.key}
          x1={x(one.from)}
          x2={x(one.to)}
          y1={y(one.up)}
          y2={y(one.up)}
          stroke="var(--steel)"
          strokeWidth={Math.max(2, one.size * scale)}
        />
      ))}
      {dots.map((one) => (
        <circle
          key={`${one.at} ${one.up}`}
          cx={x(one.at)}
          cy={y(one.up)}
          r={Math.max(one.bar ? 3.5 : 2, (one.size * scale) / 2)}
          fill="var(--steel)"
          stroke={one.bar ? "var(--ink)" : "none"}
        />
      ))}
      <rect
        role="slider"
        tabIndex={0}
        aria-label="Height of the steel above the base"
        aria-valuenow={Math.round(under * 10) / 10}
        aria-valuemin={0}
        aria-valuemax={Math.round((thickness - stack.height.value) * 10) / 10}
        aria-valuetext={writeLength(under, units)}
        className="steel-height cursor-ns-resize"
        x={LEFT}
        y={y(under + stack.height.value) - 6}
        width={run * scale}
        height={stack.height.value * scale + 12}
        fill="transparent"
        {...height.grip("height")}
      />
      <g stroke="var(--chalk)" strokeWidth="1.5" fill="none">
        <path d={`M${right} ${y(0)}V${y(under)}M${right - 6} ${y(0)}h12M${right - 6} ${y(under)}h12`} />
        <path
          d={`M${right} ${y(thickness)}V${y(thickness - over)}M${right - 6} ${y(thickness)}h12M${right - 6} ${y(thickness - over)}h12`}
        />
      </g>
      {[`${writeLength(over, units, "there")} cover`, `${writeLength(under, units, "there")} cover`].map(
        (told, line) => (
          <text
            key={told}
            x={narrow ? LEFT : right + 14}
            y={narrow ? y(0) + 24 + 22 * line : line ? Math.max(y(0) + 4, y(thickness) + 32) : y(thickness) + 10}
            className="figure text-base"
            fill="var(--chalk)"
          >
            {told}
          </text>
        ),
      )}
    </g>
  );
}

/** The steel moved up and down [mm over the form's floor]. */
function useHeight(under: number, highest: number, scale: number) {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const within = (to: number) => Math.min(Math.max(onGrid(to, units), 0), Math.max(0, highest));
  return useHeldMove<"height", number>({
    keyOf: String,
    placeOf: () => under,
    dragged: (_, from, hand) => within(from - hand.dy / scale),
    nudged: (_, from, arrow) => (arrow.up ? within(from + arrow.up * STEP_MM[units]) : null),
    show: (_, mm) => editor.preview((job) => withField(job, "/steel/height", { mm })),
    keep: (_, mm) => editor.letGo((job) => withField(job, "/steel/height", { mm }), "Moved the steel up or down"),
  });
}
