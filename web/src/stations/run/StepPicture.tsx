import type { Fill, Step, StepNow } from "@/run/types";
import type { Units } from "@/units/length";
import { writeLength } from "@/units/length";

interface Props {
  fill: Fill;
  step: Step;
  now: StepNow;
  units: Units;
}

const [WIDE, HIGH, BOARD, TOP] = [358, 128, 16, 34];

/** The form cut through, as it lies: how full it is, and what goes in now. */
export function StepPicture({ fill, step, now, units }: Props) {
  const across = WIDE - 2 * BOARD;
  const drawn = Math.min(HIGH - TOP, Math.max(36, (fill.depth_mm / fill.across_mm) * across));
  const floor = TOP + drawn;
  const x = (mm: number) => BOARD + (mm / fill.across_mm) * across;
  const y = (mm: number) => floor - (mm / fill.depth_mm) * drawn;
  const partly = step.shows === "steel" || step.shows === "settle";
  const full = step.shows === "fill" ? now.from_mm : partly ? now.to_mm : fill.depth_mm;
  const d = fill.section.map((ring) => `M${pairs(ring, x, y).join("L")}Z`).join("");
  const level = step.shows === "fill" ? now.to_mm : step.shows === "steel" ? now.to_mm : null;
  const spans = spansOf(fill, level ?? fill.depth_mm);
  const widest = spans.reduce((most, one) => (one.wide > most.wide ? one : most), {
    wide: 0,
    middle: fill.across_mm / 2,
  });
  // Round a core by turns: first on one side, then on the other, the next batch the other way.
  const turns = step.shows === "fill" && fill.step_mm && spans.length > 1 ? inTurns(spans, now.batch ?? 1) : [widest];
  const label = labelled(turns.length > 1 ? null : x(widest.middle));
  const id = `cut-${fill.id}`;
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${floor + BOARD + 2}`}
      className="block w-full"
      role="img"
      aria-label={told(step, now, units)}
    >
      <defs>
        <clipPath id={id}>
          <path d={d} clipRule="evenodd" />
        </clipPath>
      </defs>
      <path d={d} fill="none" stroke="var(--line-strong)" strokeWidth="1" strokeDasharray="3 4" />
      <g clipPath={`url(#${id})`}>
        <rect x="0" y={y(full)} width={WIDE} height={floor} fill="var(--concrete)" />
        {step.shows === "fill" && (
          <rect
            x="0"
            y={y(now.to_mm)}
            width={WIDE}
            height={y(full) - y(now.to_mm)}
            fill="var(--crayon)"
            opacity="0.45"
          />
        )}
        {step.shows === "steel" && (
          <path
            d={`M${BOARD + 8} ${y(now.to_mm) - 3}H${WIDE - BOARD - 8}`}
            stroke="var(--steel)"
            strokeWidth="5"
            strokeDasharray="16 6"
          />
        )}
      </g>
      <g fill="var(--board)" stroke="var(--board-line)">
        <rect x="0.5" y={TOP - 4} width={BOARD - 1} height={drawn + 4} />
        <rect x={WIDE - BOARD + 0.5} y={TOP - 4} width={BOARD - 1} height={drawn + 4} />
        <rect x="0.5" y={floor} width={WIDE - 1} height={BOARD} />
      </g>
      {step.shows === "strike" && (
        <path d={`M4 ${TOP - 8}H${WIDE - 4}`} stroke="var(--crayon)" strokeWidth="7" strokeLinecap="square" />
      )}
      {step.shows === "settle" && (
        <path
          d={`M4 ${y(full / 2) - 10}l-3 6 6 8-3 6M${WIDE - 4} ${y(full / 2) - 10}l3 6-6 8 3 6`}
          stroke="var(--crayon)"
          strokeWidth="3"
          fill="none"
        />
      )}
      {step.shows === "cover" && (
        <path d={`M2 ${TOP - 2}q${WIDE / 2} -26 ${WIDE - 4} 0`} stroke="var(--chalk)" strokeWidth="3" fill="none" />
      )}
      {(step.shows === "fill" || step.shows === "steel") && (
        <g stroke="var(--crayon)" strokeWidth="4" fill="none">
          {turns.map(({ middle }) => (
            <path key={middle} d={`M${x(middle)} 2V${y(level ?? 0) - 10}m-9 -10l9 10 9 -10`} />
          ))}
        </g>
      )}
      {turns.length > 1 && (
        <g className="figure" fontSize="19" fill="var(--ink)" data-turns={turns.length}>
          {turns.map(({ middle }, index) => (
            <text key={middle} x={x(middle) + 12} y={y(level ?? 0) - 12}>
              {index + 1}
            </text>
          ))}
        </g>
      )}
      {level !== null && (
        <g>
          <path d={`M${BOARD} ${y(level)}H${WIDE - BOARD}`} stroke="var(--ink)" strokeDasharray="5 4" />
          <text {...label} y={20} className="figure" fontSize="19" fill="var(--ink)">
            to {writeLength(level, units, "tape")}
          </text>
        </g>
      )}
    </svg>
  );
}

/** Where the height is written, beside the arrow; between several. */
function labelled(arrow: number | null): { x: number; textAnchor: "start" | "middle" | "end" } {
  if (arrow === null) return { x: WIDE / 2, textAnchor: "middle" };
  return arrow < WIDE / 2 ? { x: WIDE - BOARD - 6, textAnchor: "end" } : { x: BOARD + 6, textAnchor: "start" };
}

function told(step: Step, now: StepNow, units: Units): string {
  if (step.shows === "fill") return `The form, to be filled to ${writeLength(now.to_mm, units, "tape")}`;
  if (step.shows === "steel") return `The form, filled to ${writeLength(now.to_mm, units, "tape")}, the steel going in`;
  if (step.shows === "settle") return `The form, filled to ${writeLength(now.to_mm, units, "tape")}`;
  return "The form, filled";
}

function pairs(ring: readonly number[], x: (mm: number) => number, y: (mm: number) => number): string[] {
  return corners(ring).map(([a, b]) => `${x(a).toFixed(1)} ${y(b).toFixed(1)}`);
}

interface Span {
  wide: number;
  middle: number;
}

/** Where there is concrete at a height, along the cut [mm]. */
function spansOf(fill: Fill, height: number): Span[] {
  const at = Math.min(Math.max(height - 0.1, 0.1), fill.depth_mm - 0.1);
  const crossings = fill.section
    .flatMap((ring) =>
      corners(ring).flatMap(([x1, y1], index, all) => {
        const [x2, y2] = all[(index + 1) % all.length] ?? [x1, y1];
        return y1 > at === y2 > at ? [] : [x1 + ((at - y1) / (y2 - y1)) * (x2 - x1)];
      }),
    )
    .sort((one, other) => one - other);
  return crossings.flatMap((from, index) => {
    const to = crossings[index + 1];
    return index % 2 === 0 && to !== undefined ? [{ wide: to - from, middle: (from + to) / 2 }] : [];
  });
}

function inTurns(spans: Span[], batch: number): Span[] {
  return batch % 2 === 1 ? spans : [...spans].reverse();
}

function corners(ring: readonly number[]): [number, number][] {
  return ring.flatMap((value, index): [number, number][] => (index % 2 ? [] : [[value, ring[index + 1] ?? 0]]));
}
