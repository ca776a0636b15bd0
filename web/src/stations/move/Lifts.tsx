import type { PiecePlan } from "@/api/client";
import { pathData } from "@/drawing/path";
import type { View } from "@/drawing/view";
import { FigureButton } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { type Lift, StressStrip, WeakLine } from "./StressStrip";

interface Props {
  piece: PiecePlan;
  length: number;
  width: number;
  onCarry: (way: string) => void;
}

/** What is not a way of carrying it: turning it, sliding it, letting it down. */
const NOT_CARRIED = ["turn", "slide", "straps"];

function waysOf({ handling }: PiecePlan): Lift[] {
  return [...handling.lifts, handling.slide, handling.lowered].filter((lift) => lift !== null);
}

/** What turning and carrying ask of the concrete: how far each goes to the limit, and where it would break. */
export function Lifts({ piece, length, width, onCarry }: Props) {
  const { units } = usePreferences();
  return (
    <section aria-label={`${piece.name}, lifted`}>
      <h2 className="text-lg font-bold">{piece.name}: how it is lifted</h2>
      <ul className="mt-2 border-t-2 border-ink">
        {waysOf(piece).map((lift) => {
          const used = lift.stress.value / lift.limit.value;
          return (
            <li
              key={lift.id}
              data-lift={lift.id}
              className="line [--columns:124px_minmax(0,1fr)] items-center gap-y-1 py-3 sm:[--columns:164px_minmax(0,1fr)_8rem]"
            >
              <div>
                <WeakPlace lift={lift} piece={piece} length={length} width={width} />
                <Along lift={lift} length={length} width={width} />
              </div>
              <div className="min-w-0">
                <p className="font-bold">{lift.name}</p>
                <Used share={used} />
                <p className="text-soft">
                  <FigureButton figure={lift.stress} /> of{" "}
                  <FigureButton figure={lift.limit} text={write(lift.limit.value, "MPa", units)} /> at 28 days; needs{" "}
                  <FigureButton figure={lift.needed} />
                </p>
              </div>
              {NOT_CARRIED.includes(lift.id) ? (
                <span className="text-soft max-sm:col-start-2">
                  {lift.id === "turn"
                    ? lift.chosen
                      ? "always"
                      : "not turned"
                    : lift.chosen
                      ? "planned"
                      : "not planned"}
                </span>
              ) : (
                <button
                  type="button"
                  className={`button max-sm:col-start-2 ${lift.chosen ? "button-pressed" : ""}`}
                  aria-pressed={lift.chosen}
                  aria-label={`Plan it ${lift.name}`}
                  onClick={() => !lift.chosen && onCarry(lift.id)}
                >
                  {lift.chosen ? "planned" : "Plan this"}
                </button>
              )}
            </li>
          );
        })}
      </ul>
      <p className="mt-2 text-soft">
        The dark line marks the weakest section. The curve is the bending stress along the piece, the dashed line the
        limit. On edge the strips beside an opening bend each by itself. At the corners of openings half as much again
        is counted; a radius helps. For anything over people's heads, or that holds people up, a licensed engineer
        decides.
      </p>
    </section>
  );
}

const PLAN = { width: 120, height: 74 };
const STRIP_PX = 34;

/** Along the way that it bends, under its plan where that is from left to right. */
function Along({ lift, length, width }: { lift: Lift; length: number; width: number }) {
  const scale = Math.min(PLAN.width / length, PLAN.height / width);
  const [low, high] = [lift.places[0]?.at_mm ?? 0, lift.places.at(-1)?.at_mm ?? 0];
  return (
    <div className="mt-1 pl-0.5">
      <StressStrip lift={lift} low={low} high={high} width={Math.max(60, (high - low) * scale)} height={STRIP_PX} />
    </div>
  );
}

function Used({ share }: { share: number }) {
  const over = share > 1;
  return (
    <div className="my-1 flex items-center gap-3">
      <span className="relative block h-4 flex-1 border-[1.5px] border-ink">
        <span
          className="absolute inset-y-0 left-0"
          style={{
            width: `${Math.min(share, 1) * 100}%`,
            background: over
              ? "repeating-linear-gradient(-45deg, var(--stop) 0 5px, var(--paper) 5px 9px)"
              : "var(--foam-line)",
          }}
        />
      </span>
      <span className="figure w-20 text-right">{over ? "breaks" : `${Math.round(share * 100)} %`}</span>
    </div>
  );
}

function WeakPlace({ lift, piece, length, width }: { lift: Lift; piece: PiecePlan; length: number; width: number }) {
  const scale = Math.min(PLAN.width / length, PLAN.height / width);
  const y = (mm: number) => (width - mm) * scale;
  const view: View = { scale, left: 0, top: 0, length, width, mirrored: false };
  return (
    <svg
      width={length * scale + 4}
      height={width * scale + 4}
      viewBox={`-2 -2 ${length * scale + 4} ${width * scale + 4}`}
      role="img"
      aria-label="Where it would break"
    >
      <path d={pathData(view, piece.measure.path)} fill="var(--concrete)" stroke="var(--ink)" />
      {piece.measure.features.map((feature) => (
        <path
          key={`${feature.id} ${feature.copy}`}
          d={feature.paths.map((path) => pathData(view, path)).join("")}
          fill={feature.role === "through" ? "var(--ground)" : "none"}
          fillRule="evenodd"
          stroke="var(--foam-line)"
        />
      ))}
      <WeakLine lift={lift} x={(mm) => mm * scale} y={y} />
    </svg>
  );
}
