import type { Hours, Plan } from "@/api/client";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { actWord } from "@/parts/values";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { fieldValue, isMidnight, weekday } from "@/units/time";

type Cure = Plan["cure"];
type Weather = NonNullable<Cure["weather"]>;

const EDGE = { left: 64, right: 16, top: 40, bottom: 44 };
const HEIGHT = 280;
const HOUR_MS = 3_600_000;
const DAY_H = 24;
const STEP_C = 10;
const ROOM_C = 3;
const RAIN_PX_PER_MM = 5;
const RAIN_MOST_PX = 26;
const GATES = ["cover", "strip", "turn", "moist"];
const NARROW_PX_PER_DAY = 46;
/** Acts of one name so close together have one line. */
const ALIKE_H = 12;

interface Props {
  cure: Cure;
  weather: Weather;
  hours: Hours | undefined;
}

/** The concrete and the air around it, from mixing until it is uncovered: days, closed hours, rain, and when acts fall due. */
export function TemperatureChart({ cure, weather, hours }: Props) {
  const { units } = usePreferences();
  const [area, size] = useSize<HTMLDivElement>();
  const { zone } = cure;
  const last = weather.air_c.length - 1;
  const all = [...weather.air_c, ...weather.concrete_c];
  const low = Math.floor((Math.min(...all) - ROOM_C) / STEP_C) * STEP_C;
  const high = Math.ceil((Math.max(...all) + ROOM_C) / STEP_C) * STEP_C;
  const foot = HEIGHT - EDGE.bottom;
  const x = (hour: number) => EDGE.left + (hour / last) * Math.max(0, size.width - EDGE.left - EDGE.right);
  const y = (celsius: number) => EDGE.top + ((high - celsius) / (high - low)) * (foot - EDGE.top);
  const line = (row: readonly number[]) => row.map((value, hour) => `${x(hour)},${y(value)}`).join(" ");
  const since = Date.parse(weather.since);
  const moment = (hour: number) => new Date(since + hour * HOUR_MS).toISOString();
  const levels = Array.from({ length: (high - low) / STEP_C + 1 }, (_, index) => low + index * STEP_C);
  const marks = Array.from({ length: last + 1 }, (_, hour) => hour);
  const toHour = (hour: number) => hour - minutesInto(moment(hour), zone) / 60;
  const midnights = marks.map(toHour).filter((hour) => hour > 0 && isMidnight(moment(hour), zone));
  const gates = gatesOf(cure, last);
  const guessed = weather.known_by.indexOf("assumed");
  const wide = x(DAY_H) - x(0) > NARROW_PX_PER_DAY;
  return (
    <section aria-label="Temperature by the hour">
      <h2 className="text-lg font-bold">Concrete and air</h2>
      <div ref={area} className="relative" style={{ height: HEIGHT }}>
        <svg width={size.width} height={HEIGHT} className="absolute inset-0">
          <title>Temperature of the concrete and of the air against time</title>
          {closedSpans(marks, moment, zone, hours).map(([from, to]) => (
            <rect
              key={from}
              x={x(from)}
              y={EDGE.top}
              width={Math.max(0, x(to) - x(from))}
              height={foot - EDGE.top}
              fill="var(--raised)"
              opacity="0.6"
            />
          ))}
          {levels.map((level) => (
            <path key={level} d={`M${EDGE.left} ${y(level)}H${x(last)}`} stroke="var(--line)" />
          ))}
          {low < 0 && <path d={`M${EDGE.left} ${y(0)}H${x(last)}`} stroke="var(--stop)" strokeDasharray="6 4" />}
          {weather.rain_mm.map((mm, hour) =>
            mm > 0 ? (
              <rect
                key={marks[hour]}
                x={x(hour)}
                y={foot - Math.min(RAIN_MOST_PX, 3 + mm * RAIN_PX_PER_MM)}
                width={Math.max(2, x(1) - x(0))}
                height={Math.min(RAIN_MOST_PX, 3 + mm * RAIN_PX_PER_MM)}
                fill="var(--water)"
              />
            ) : null,
          )}
          <polyline
            points={line(weather.air_c)}
            fill="none"
            stroke="var(--chalk)"
            strokeWidth="1.5"
            strokeDasharray="5 4"
          />
          <polyline points={line(weather.concrete_c)} fill="none" stroke="var(--ink)" strokeWidth="2.5" />
          {guessed > 0 && (
            <rect
              x={x(guessed)}
              y={EDGE.top}
              width={x(last) - x(guessed)}
              height={foot - EDGE.top}
              fill="var(--ground)"
              opacity="0.55"
            />
          )}
          {gates.map((gate) => (
            <path
              key={gate.id}
              data-gate={gate.id}
              d={`M${x(gate.hour)} ${EDGE.top - 14}V${foot}`}
              stroke="var(--ink)"
              strokeWidth="1.5"
            />
          ))}
          <path d={`M${EDGE.left} ${EDGE.top}V${foot}H${x(last)}`} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
        </svg>
        {levels.map((level) => (
          <span key={level} className="figure absolute -translate-y-1/2" style={{ left: 0, top: y(level) }}>
            {write(level, "C", units)}
          </span>
        ))}
        {midnights.map((hour) => (
          <span
            key={hour}
            className="figure absolute border-l border-line-strong pl-1 text-soft"
            style={{ left: x(hour), top: foot + 2 }}
          >
            {wide ? weekday(moment(hour + 1), zone) : weekday(moment(hour + 1), zone).slice(0, 1)}
          </span>
        ))}
        {gates.map((gate, index) => (
          <Tag key={gate.id} x={x(gate.hour)} y={EDGE.top - 26 + (index % 2) * 4}>
            {gate.word}
          </Tag>
        ))}
      </div>
      <p className="flex flex-wrap gap-x-5 text-soft">
        <span>
          <b className="text-ink">━━</b> concrete, as one lump
        </span>
        <span>
          <b className="text-chalk">┅┅</b> air at the piece
        </span>
        {weather.rain_mm.some((mm) => mm > 0) && <span>blue bars: rain</span>}
        <span>grey: shop closed</span>
        <span>{provenance(cure, weather, zone)}</span>
      </p>
    </section>
  );
}

function provenance(cure: Cure, weather: Weather, zone: string): string {
  const known = new Set(weather.known_by);
  if (known.has("typed")) return "from the day you typed";
  const assumed = weather.known_by.indexOf("assumed");
  const beyond =
    assumed > 0
      ? `; from ${weekday(new Date(Date.parse(weather.since) + assumed * HOUR_MS).toISOString(), zone)} on a mean day`
      : "";
  if (known.has("measured")) return `measured so far, then the forecast${beyond}`;
  return cure.weather?.assumed ? "no forecast: a mean day" : `by the forecast${beyond}`;
}

function minutesInto(iso: string, zone: string): number {
  return Number(fieldValue(iso, zone).slice(14, 16));
}

/** Stretches in which the shop is closed, as hours after mixing. */
function closedSpans(
  marks: readonly number[],
  moment: (hour: number) => string,
  zone: string,
  hours: Hours | undefined,
): [number, number][] {
  const from = (hours?.quiet_from ?? "21:00").slice(0, 5);
  const until = (hours?.quiet_until ?? "07:00").slice(0, 5);
  const closed = (hour: number) => {
    const now = fieldValue(moment(hour), zone).slice(11, 16);
    return from <= until ? now >= from && now < until : now >= from || now < until;
  };
  const spans: [number, number][] = [];
  for (const hour of marks) {
    if (!closed(hour)) continue;
    const open = spans.at(-1);
    if (open && open[1] === hour) open[1] = hour + 1;
    else spans.push([hour, hour + 1]);
  }
  const last = marks.at(-1) ?? 0;
  return spans.map(([since, to]) => [since, Math.min(to, last)]);
}

/** The acts that hang on how warm it is, one line for those that fall into one hour. */
function gatesOf(cure: Cure, last: number): { id: string; hour: number; word: string }[] {
  const found: { id: string; hour: number; word: string }[] = [];
  for (const act of cure.acts) {
    if (!GATES.includes(act.id) || act.never || act.due_h > last) continue;
    const word = act.id === "moist" ? "uncover" : actWord(act);
    const near = found.find((one) => Math.abs(one.hour - act.due_h) < (one.word === word ? ALIKE_H : 1));
    if (near) {
      if (!near.word.split(", ").includes(word)) near.word += `, ${word}`;
    } else found.push({ id: act.id, hour: act.due_h, word });
  }
  return found;
}
