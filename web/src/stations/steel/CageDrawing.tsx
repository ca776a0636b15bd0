import type { PiecePlan } from "@/api/client";
import { Hatches } from "@/drawing/Hatches";
import { FigureButton } from "@/parts/Why";
import { type Units, writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";

type Cage = NonNullable<PiecePlan["steel"]["cage"]>;
type View = Cage["views"][number];
type Bent = Cage["bent"][number];

const VIEW = { width: 420, height: 320, margin: 14 };
const BAR = { width: 300, height: 170, margin: 30 };

/** A run of places, x, y after x, y, one by one. */
function places(run: readonly number[]): { x: number; y: number }[] {
  return Array.from({ length: run.length / 2 }, (_, at) => ({ x: run[2 * at] ?? 0, y: run[2 * at + 1] ?? 0 }));
}

/** A bent cage from two sides, and each of its bars with where it is bent. */
export function CageDrawing({ cage, barName }: { cage: Cage; barName: string }) {
  const { units } = usePreferences();
  const scale = Math.min(...cage.views.map((view) => fitted(view.concrete, VIEW).scale));
  return (
    <div className="space-y-8 p-5">
      <div className="flex flex-wrap gap-6">
        {cage.views.map((view) => (
          <CageView key={view.name} view={view} scale={scale} />
        ))}
      </div>
      <section aria-label="Bars to bend">
        <h2 className="mb-2 text-lg font-bold">Bars to bend, {barName}</h2>
        <ul className="beside gap-6 border-t-2 border-ink pt-3 lg:max-xl:grid-cols-1">
          {cage.bent.map((bar) => (
            <li key={bar.mark} data-bent={bar.mark}>
              <BentBar bar={bar} units={units} />
            </li>
          ))}
          {cage.long.map((bar) => (
            <li key={bar.mark} data-bent={bar.mark}>
              <p className="text-lg">
                <span className="font-bold">{bar.mark}</span> {bar.count} × <FigureButton figure={bar.length} />,
                straight
              </p>
              <p className="text-soft">{bar.why}</p>
            </li>
          ))}
        </ul>
        <p className="mt-3 max-w-prose text-soft">
          Leg lengths are to the centre line, corner to corner. Bend marks are measured from the bar end to the start of
          the bend.
        </p>
      </section>
    </div>
  );
}

interface Scaled {
  x: (mm: number) => number;
  y: (mm: number) => number;
  scale: number;
  width: number;
  height: number;
}

interface Room {
  width: number;
  height: number;
  margin: number;
}

function fitted(runs: readonly (readonly number[])[], room: Room, most = Number.POSITIVE_INFINITY): Scaled {
  const all = runs.flatMap(places);
  const [left, right] = [Math.min(...all.map((one) => one.x)), Math.max(...all.map((one) => one.x))];
  const [low, high] = [Math.min(...all.map((one) => one.y)), Math.max(...all.map((one) => one.y))];
  const scale = Math.min(
    most,
    (room.width - 2 * room.margin) / Math.max(right - left, 1),
    (room.height - 2 * room.margin) / Math.max(high - low, 1),
  );
  return {
    x: (mm) => room.margin + (mm - left) * scale,
    y: (mm) => room.margin + (high - mm) * scale,
    scale,
    width: (right - left) * scale + 2 * room.margin,
    height: (high - low) * scale + 2 * room.margin,
  };
}

const line = (at: Scaled, run: readonly number[]) =>
  places(run)
    .map(({ x, y }) => `${at.x(x)},${at.y(y)}`)
    .join(" ");

function CageView({ view, scale }: { view: View; scale: number }) {
  const at = fitted(view.concrete, VIEW, scale);
  return (
    <figure>
      <svg
        width={at.width}
        height={at.height}
        viewBox={`0 0 ${at.width} ${at.height}`}
        className="h-auto max-w-full"
        role="img"
        aria-label={`The cage, ${view.name}`}
      >
        <Hatches />
        {view.concrete.map((ring, number) => (
          <polygon
            key={ring.slice(0, 6).join(" ")}
            points={line(at, ring)}
            fill={number ? "var(--ground)" : "url(#concrete)"}
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
        ))}
        {view.paths.map((path) => (
          <polyline
            key={path.slice(0, 4).join(" ")}
            points={line(at, path)}
            fill="none"
            stroke="var(--steel)"
            strokeWidth="4"
            strokeLinejoin="round"
            strokeLinecap="round"
          />
        ))}
        {view.dots.map((dot) => (
          <circle
            key={`${dot.x} ${dot.y}`}
            cx={at.x(dot.x)}
            cy={at.y(dot.y)}
            r={Math.max(4, (dot.diameter_mm / 2) * at.scale)}
            fill="var(--steel)"
            stroke="var(--ink)"
          />
        ))}
      </svg>
      <figcaption className="text-soft">
        {view.name}; {view.across}
      </figcaption>
    </figure>
  );
}

function BentBar({ bar, units }: { bar: Bent; units: Units }) {
  const at = fitted([bar.corners], BAR);
  const corners = places(bar.corners);
  const ring = bar.closed && corners[0] ? [...corners, corners[0]] : corners;
  const legs = ring.slice(1).map((to, index) => ({ from: ring[index] ?? to, to }));
  return (
    <>
      <p className="text-lg">
        <span className="font-bold">{bar.mark}</span> {bar.count} × <FigureButton figure={bar.length} />
      </p>
      <p className="text-soft">{bar.why}</p>
      <svg
        width={BAR.width}
        height={at.height}
        viewBox={`0 0 ${BAR.width} ${at.height}`}
        className="h-auto max-w-full"
        role="img"
        aria-label={`Bar ${bar.mark} and its legs`}
      >
        <polyline
          points={ring.map(({ x, y }) => `${at.x(x)},${at.y(y)}`).join(" ")}
          fill="none"
          stroke="var(--steel)"
          strokeWidth="4"
          strokeLinejoin="round"
        />
        {legs.length <= 8 &&
          legs.map(({ from, to }) => {
            const long = Math.hypot(to.x - from.x, to.y - from.y);
            if (long * at.scale < 28) return null;
            const [x, y] = [at.x((from.x + to.x) / 2), at.y((from.y + to.y) / 2)];
            const words = writeLength(long, units, "tape");
            return (
              <g key={`${from.x} ${from.y}`}>
                <rect
                  x={x - words.length * 4.6}
                  y={y - 12}
                  width={words.length * 9.2}
                  height={24}
                  fill="var(--ground)"
                />
                <text x={x} y={y + 6} textAnchor="middle" className="figure text-base" fill="var(--ink)">
                  {words}
                </text>
              </g>
            );
          })}
      </svg>
      <p>
        {bar.bends.length === 0
          ? "Rolled to a ring"
          : bar.bends
              .map((bend) => `${Math.round(bend.angle_deg)}° ${bend.way} at ${writeLength(bend.at_mm, units, "tape")}`)
              .join(", ")}
        {bar.closing && `; ${bar.closing}`}, bend pin <FigureButton figure={bar.mandrel} />
      </p>
    </>
  );
}
