import type { Figure, PiecePlan, Plan } from "@/api/client";
import { pathData } from "@/drawing/path";
import type { View } from "@/drawing/view";
import { FigureButton } from "@/parts/Why";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write, writeHours, writeRange } from "@/units/quantity";
import { dateAndClock } from "@/units/time";
import { WeakLine } from "./StressStrip";

const ROOM = { width: 380, height: 260, margin: 46 };

/** The card that is read before hands go on it: which edge down, where it is held, how many, and from when. */
export function HandlingCard({ piece, plan }: { piece: PiecePlan; plan: Plan }) {
  const { units } = usePreferences();
  const handled = piece.handling;
  const { mass } = handled;
  const acts = plan.cure.acts.filter((act) => act.piece === piece.id && ["turn", "carry", "set"].includes(act.id));
  const team = handled.by_hand
    ? write(handled.people_needed.value, "people", units)
    : "On a cart, by a hoist, or in parts";
  return (
    <section aria-label="Handling card" className="border-2 border-ink p-4">
      <h2 className="text-xl font-bold">
        {piece.name}: {writeRange(mass.low ?? mass.value, mass.high ?? mass.value, "kg", units)}.
        {handled.stays ? "" : ` ${team}.`}
      </h2>
      <div className="mt-2 grid gap-x-6 gap-y-2 md:grid-cols-[auto_minmax(0,1fr)]">
        <Picture piece={piece} />
        <dl className="space-y-2 self-center">
          {handled.stays && (
            <div>
              <dt className="font-bold">It stays where it is cast</dt>
              <dd>nobody lifts it</dd>
            </div>
          )}
          {acts.map((act) => (
            <div key={act.id} data-not-before={act.id}>
              <dt className="font-bold">{act.name}</dt>
              {act.never && act.strength ? (
                <dd>
                  not possible with this mix: it needs <FigureButton figure={act.strength} />
                </dd>
              ) : (
                <dd>
                  from{" "}
                  <FigureButton
                    figure={act.hours}
                    text={act.at ? dateAndClock(act.at, plan.cure.zone) : `${writeHours(act.due_h)} after mixing`}
                  />
                  {act.strength && (
                    <>
                      , at <FigureButton figure={act.strength} />
                    </>
                  )}
                </dd>
              )}
            </div>
          ))}
          {handled.edge_down && (
            <div>
              <dt className="font-bold">The {handled.edge_down.side} edge goes down</dt>
              <dd className="text-soft">{handled.edge_down.why}</dd>
            </div>
          )}
          {handled.edge_down && handled.strap && (
            <div>
              <dt className="font-bold">Hold or strap at</dt>
              <dd>
                {handled.straps.map((strap) => writeLength(strap.at_mm, units, "hold")).join(" and ")} from the left end
                {movedAside(handled.straps, handled.strap)
                  ? ", clear of the opening (a fifth in would be "
                  : " (a fifth in from each end, "}
                <FigureButton figure={handled.strap} />)
              </dd>
            </div>
          )}
          {handled.tipping && (
            <div>
              <dt className="font-bold">Standing alone</dt>
              <dd>
                tips at a lean of <FigureButton figure={handled.tipping.angle} />, or with a push of{" "}
                <FigureButton figure={handled.tipping.push} /> at its top
              </dd>
            </div>
          )}
        </dl>
      </div>
    </section>
  );
}

const BESIDE_MM = 5;

/** Whether an opening is in the way of where it would be held. */
function movedAside(straps: PiecePlan["handling"]["straps"], usual: Figure): boolean {
  const at = straps.map((strap) => strap.at_mm);
  const run = (usual.inputs?.length_mm?.value ?? 0) - usual.value;
  return Math.min(...at) < usual.value - BESIDE_MM || Math.max(...at) > run + BESIDE_MM;
}

/** From above: the edge that goes down, where hands or straps go, and the section that would break first. */
function Picture({ piece }: { piece: PiecePlan }) {
  const { measure, handling } = piece;
  const { length_mm: length, width_mm: width } = measure;
  const scale = Math.min((ROOM.width - 2 * ROOM.margin) / length, (ROOM.height - 2 * ROOM.margin) / width);
  const view: View = { scale, left: ROOM.margin, top: ROOM.margin, length, width, mirrored: false };
  const x = (mm: number) => ROOM.margin + mm * scale;
  const y = (mm: number) => ROOM.margin + (width - mm) * scale;
  const down = handling.edge_down?.side;
  const lift = handling.lifts.find((one) => one.chosen && one.id !== "turn");
  const edge = handling.edge_down?.line;
  const height = width * scale + 2 * ROOM.margin;
  const across = length * scale + 2 * ROOM.margin;
  return (
    <figure>
      <svg
        width={across}
        height={height}
        viewBox={`0 0 ${across} ${height}`}
        className="h-auto max-w-full"
        role="img"
        aria-label="Where it is held and which edge goes down"
      >
        <path d={pathData(view, measure.path)} fill="var(--concrete)" stroke="var(--ink)" strokeWidth="1.5" />
        {measure.features.map((feature) => (
          <path
            key={`${feature.id} ${feature.copy}`}
            d={feature.paths.map((path) => pathData(view, path)).join("")}
            fill={feature.role === "through" ? "var(--ground)" : "none"}
            fillRule="evenodd"
            stroke="var(--foam-line)"
          />
        ))}
        {edge && (
          <line
            x1={x(edge.x1)}
            y1={y(edge.y1)}
            x2={x(edge.x2)}
            y2={y(edge.y2)}
            stroke="var(--crayon)"
            strokeWidth="7"
          />
        )}
        {edge &&
          handling.straps.map(({ at_mm, line }) => (
            <path
              key={at_mm}
              d={arrows(x(line.x1), y(line.y1), x(line.x2), y(line.y2))}
              stroke="var(--chalk)"
              strokeWidth="3"
              fill="none"
            />
          ))}
        {lift && <WeakLine lift={lift} x={x} y={y} dashed />}
      </svg>
      {down && <figcaption>thick line: {down} edge down; arrows: hold here</figcaption>}
    </figure>
  );
}

const OVER_PX = 14;
const HEAD_PX = 8;

/** A line over both ends, with a head at each [px]; it lies level or upright. */
function arrows(x1: number, y1: number, x2: number, y2: number): string {
  if (x1 === x2) {
    const [top, low] = [Math.min(y1, y2) - OVER_PX, Math.max(y1, y2) + OVER_PX];
    return `M${x1} ${top}V${low}M${x1 - HEAD_PX} ${top - HEAD_PX}l${HEAD_PX} 10l${HEAD_PX} -10M${x1 - HEAD_PX} ${low + HEAD_PX}l${HEAD_PX} -10l${HEAD_PX} 10`;
  }
  const [left, right] = [Math.min(x1, x2) - OVER_PX, Math.max(x1, x2) + OVER_PX];
  return `M${left} ${y1}H${right}M${left - HEAD_PX} ${y1 - HEAD_PX}l10 ${HEAD_PX}l-10 ${HEAD_PX}M${right + HEAD_PX} ${y1 - HEAD_PX}l-10 ${HEAD_PX}l10 ${HEAD_PX}`;
}
