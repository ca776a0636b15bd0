import type { PourView } from "@/api/records";
import { useSize } from "@/drawing/useSize";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { weekday } from "@/units/time";

const HEIGHT = 190;
const EDGE = { left: 52, right: 8, top: 10, bottom: 26 };
const HOUR_MS = 3_600_000;
const DAY_H = 24;
const STEP_C = 5;
const AHEAD_H = 48;

/** The concrete as it was foretold, as it was read, and as it is foretold from there: one line of time. */
export function ReadCourse({ view }: { view: PourView }) {
  const { units } = usePreferences();
  const [area, size] = useSize<HTMLDivElement>();
  const { pour, plan, foretold_c } = view;
  const read = pour.record.temperatures ?? [];
  const since = Date.parse(pour.poured_at ?? "");
  if (read.length === 0) return <p className="mb-3 text-soft">Nothing is read in the concrete yet.</p>;
  const hours = read.map(({ at }) => (Date.parse(at) - since) / HOUR_MS);
  const last = Math.max(AHEAD_H, Math.ceil(Math.max(...hours) + AHEAD_H));
  const ahead = plan.cure.weather?.concrete_c ?? [plan.cure.temperature_c, plan.cure.temperature_c];
  const row = (values: readonly number[]) =>
    Array.from({ length: last + 1 }, (_, hour) => values[Math.min(hour, values.length - 1)] ?? 0);
  const [before, now] = [row(foretold_c), row(ahead)];
  const all = [...before, ...now, ...read.map((one) => one.celsius)];
  const low = Math.floor((Math.min(...all) - 1) / STEP_C) * STEP_C;
  const high = Math.ceil((Math.max(...all) + 1) / STEP_C) * STEP_C;
  const x = (hour: number) => EDGE.left + (hour / last) * Math.max(0, size.width - EDGE.left - EDGE.right);
  const y = (celsius: number) => EDGE.top + ((high - celsius) / (high - low)) * (HEIGHT - EDGE.top - EDGE.bottom);
  const line = (values: readonly number[], from = 0) =>
    values
      .slice(from)
      .map((value, index) => `${x(index + from)},${y(value)}`)
      .join(" ");
  const levels = Array.from({ length: (high - low) / STEP_C + 1 }, (_, index) => low + index * STEP_C);
  const reads = Math.ceil(Math.max(...hours));
  return (
    <figure className="mb-3" aria-label="Temperature read and forecast">
      <div ref={area} className="relative" style={{ height: HEIGHT }}>
        <svg width={size.width} height={HEIGHT} className="absolute inset-0">
          <title>Temperature of the concrete, read and forecast</title>
          {levels.map((level) => (
            <path key={level} d={`M${EDGE.left} ${y(level)}H${x(last)}`} stroke="var(--line)" />
          ))}
          <polyline points={line(before)} fill="none" stroke="var(--chalk)" strokeWidth="1.5" strokeDasharray="5 4" />
          <polyline
            points={line(now, reads)}
            fill="none"
            stroke="var(--ink-soft)"
            strokeWidth="2"
            strokeDasharray="2 3"
          />
          <polyline
            points={read.map(({ celsius }, index) => `${x(hours[index] ?? 0)},${y(celsius)}`).join(" ")}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="2.5"
          />
        </svg>
        {levels.map((level) => (
          <span key={level} className="figure absolute -translate-y-1/2" style={{ left: 0, top: y(level) }}>
            {write(level, "C", units)}
          </span>
        ))}
        {Array.from({ length: Math.floor(last / DAY_H) + 1 }, (_, day) => day * DAY_H).map((hour) => (
          <span
            key={hour}
            className="figure absolute border-l border-line-strong pl-1 text-soft"
            style={{ left: x(hour), top: HEIGHT - EDGE.bottom }}
          >
            {x(DAY_H) - x(0) > 40 ? weekday(new Date(since + hour * HOUR_MS).toISOString(), plan.cure.zone) : ""}
          </span>
        ))}
      </div>
      <figcaption className="flex flex-wrap gap-x-5 text-soft">
        <span>
          <b className="text-ink">━━</b> read
        </span>
        <span>
          <b className="text-chalk">┅┅</b> forecast before
        </span>
        <span>
          <b>┈┈</b> forecast now
        </span>
      </figcaption>
    </figure>
  );
}
