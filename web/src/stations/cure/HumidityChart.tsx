import type { Plan } from "@/api/client";
import { useSize } from "@/drawing/useSize";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";

type Cure = Plan["cure"];

const HEIGHT = 190;
const EDGE = { left: 52, right: 12, top: 12, bottom: 28 };
const WET_PCT = 100;
const DRY_PCT = 75;
const LOW_PCT = 40;
const DAY_H = 24;
const LEVELS = [40, 60, 75, 100];
const SHOWN_H = 45 * 24;

/** How damp it is inside the casting and in the air around it, from mixing until it is sealed. */
export function HumidityChart({ cure }: { cure: Cure }) {
  const { units } = usePreferences();
  const [area, size] = useSize<HTMLDivElement>();
  const moist = cure.acts.find((act) => act.id === "moist")?.due_h;
  const seal = cure.acts.find((act) => act.id === "seal");
  if (!cure.dry || moist === undefined) return null;
  const last = Math.max(Math.min(cure.dry.value, SHOWN_H), seal?.due_h ?? 0) * 1.04;
  const x = (hour: number) => EDGE.left + (hour / last) * Math.max(0, size.width - EDGE.left - EDGE.right);
  const y = (pct: number) => EDGE.top + ((WET_PCT - pct) / (WET_PCT - LOW_PCT)) * (HEIGHT - EDGE.top - EDGE.bottom);
  const air = cure.weather?.humidity_pct ?? [];
  const step = last / DAY_H > 40 ? 14 : 7;
  return (
    <section aria-label="Humidity until it is sealed">
      <h2 className="text-lg font-bold">Humidity until it is sealed</h2>
      <div ref={area} className="relative" style={{ height: HEIGHT }}>
        <svg width={size.width} height={HEIGHT} className="absolute inset-0">
          <title>Humidity inside the casting and in the air against time</title>
          {LEVELS.map((level) => (
            <path
              key={level}
              d={`M${EDGE.left} ${y(level)}H${x(last)}`}
              stroke={level === DRY_PCT ? "var(--ink-soft)" : "var(--line)"}
              strokeDasharray={level === DRY_PCT ? "3 4" : undefined}
            />
          ))}
          {air.length > 0 && (
            <polyline
              points={air.map((pct, hour) => `${x(hour)},${y(Math.max(LOW_PCT, pct))}`).join(" ")}
              fill="none"
              stroke="var(--chalk)"
              strokeWidth="1.5"
              strokeDasharray="5 4"
            />
          )}
          <polyline
            points={`${x(0)},${y(WET_PCT)} ${x(moist)},${y(WET_PCT)} ${x(cure.dry.value)},${y(DRY_PCT)}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="2.5"
          />
          {seal && !seal.never && (
            <path
              d={`M${x(seal.due_h)} ${EDGE.top}V${HEIGHT - EDGE.bottom}`}
              stroke="var(--crayon)"
              strokeWidth="2.5"
            />
          )}
        </svg>
        {LEVELS.map((level) => (
          <span key={level} className="figure absolute -translate-y-1/2" style={{ left: 0, top: y(level) }}>
            {write(level, "%", units)}
          </span>
        ))}
        {Array.from({ length: Math.floor(last / DAY_H / step) + 1 }, (_, index) => index * step).map((days) => (
          <span
            key={days}
            className="figure absolute -translate-x-1/2 text-soft"
            style={{ left: x(days * DAY_H), top: HEIGHT - EDGE.bottom + 4 }}
          >
            {days} d
          </span>
        ))}
      </div>
      <p className="flex flex-wrap gap-x-5 text-soft">
        <span>
          <b className="text-ink">━━</b> inside, {write(25, "limit", units)} a month: the sheet test decides
        </span>
        {air.length > 0 && (
          <span>
            <b className="text-chalk">┅┅</b> air at the piece
          </span>
        )}
        {seal && <span>orange line: seal</span>}
      </p>
    </section>
  );
}
