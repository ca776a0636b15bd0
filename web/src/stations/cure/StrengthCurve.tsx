import type { Plan } from "@/api/client";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { actWord } from "@/parts/values";
import { usePreferences } from "@/units/preferences";
import { write, writeHours, writeRange } from "@/units/quantity";

type Cure = Plan["cure"];

const EDGE = { left: 64, right: 26, top: 24, bottom: 40 };
const TICKS_H = [24, 72, 168, 336, 672];
const HEIGHT = 320;

/** Strength against time, early hours drawn wide: its band, and the gates that acts wait at. */
export function StrengthCurve({ cure }: { cure: Cure }) {
  const { units } = usePreferences();
  const [area, size] = useSize<HTMLDivElement>();
  const end = cure.curve.at(-1);
  const most = Math.max(cure.strength_28_high_mpa * 1.02, ...cure.tested.map((one) => one.mpa), 1);
  const last = Math.sqrt(672);
  const room = Math.max(0, size.width - EDGE.left - EDGE.right);
  const x = (hour: number) => EDGE.left + (Math.sqrt(Math.min(hour, 672)) / last) * room;
  const y = (mpa: number) => EDGE.top + (1 - mpa / most) * (HEIGHT - EDGE.top - EDGE.bottom);
  const line = (pick: (point: Cure["curve"][number]) => number) =>
    cure.curve.map((point) => `${x(point.hour)},${y(pick(point))}`);
  const band = [...line((point) => point.high_mpa), ...line((point) => point.low_mpa).reverse()].join(" ");
  const gates = cure.acts.filter((act) => act.strength);
  const levels = [...new Set(gates.map((act) => act.strength?.value ?? 0))].sort((a, b) => a - b);
  return (
    <section aria-label="Strength by the hour">
      <h2 className="text-lg font-bold">
        {cure.weather ? "Strength in this weather" : `Strength at ${write(cure.temperature_c, "C", units)}`}, by{" "}
        {cure.strength_by}
      </h2>
      {cure.strength_28 && (
        <p>
          By {cure.tested.length === 1 ? "1 result" : `${cure.tested.length} results`} (rings) 28-day strength{" "}
          <b>
            {writeRange(
              cure.strength_28.low ?? cure.strength_28.value,
              cure.strength_28.high ?? cure.strength_28.value,
              "MPa",
              units,
            )}
          </b>
          .
        </p>
      )}
      <div ref={area} className="relative" style={{ height: HEIGHT }}>
        <svg width={size.width} height={HEIGHT} className="absolute inset-0">
          <title>Strength against time with its band</title>
          <polygon points={band} fill="var(--chalk-soft)" stroke="var(--chalk)" strokeWidth="1" />
          <polyline
            points={line((point) => point.likely_mpa).join(" ")}
            fill="none"
            stroke="var(--chalk)"
            strokeWidth="2.5"
          />
          <path
            d={`M${EDGE.left} ${EDGE.top}V${y(0)}H${size.width - EDGE.right}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.5"
          />
          {gates.map((act) => (
            <g key={`${act.piece} ${act.id}`} data-gate={act.id}>
              <path
                d={`M${EDGE.left} ${y(act.strength?.value ?? 0)}H${x(act.due_h)}V${y(0)}`}
                fill="none"
                stroke="var(--ink-soft)"
                strokeDasharray="3 4"
              />
              <rect
                x={x(act.due_h) - 6}
                y={y(act.strength?.value ?? 0) - 6}
                width="12"
                height="12"
                fill="var(--crayon)"
                stroke="var(--ink)"
              />
            </g>
          ))}
          {cure.tested.map((one) => (
            <g key={`${one.method} ${one.hour} ${one.mpa}`} data-tested={one.method}>
              <circle
                cx={x(one.hour)}
                cy={y(Math.min(one.mpa, most))}
                r="7"
                fill="var(--paper)"
                stroke="var(--ink)"
                strokeWidth="3"
              />
            </g>
          ))}
        </svg>
        {TICKS_H.map((hour) => (
          <span
            key={hour}
            className="figure absolute -translate-x-1/2 whitespace-nowrap"
            style={{ left: x(hour), top: y(0) + 6 }}
          >
            {hour < 72 ? `${hour} h` : `${hour / 24} d`}
          </span>
        ))}
        {levels.map((level) => (
          <span key={level} className="figure absolute right-auto -translate-y-1/2" style={{ left: 0, top: y(level) }}>
            {write(level, "MPa", units).replace(".00", "")}
          </span>
        ))}
        {end && (
          <Tag x={x(672) - 70} y={y(end.high_mpa) + 46}>
            {writeRange(end.low_mpa, end.high_mpa, "MPa", units).replaceAll(".00", "")}
          </Tag>
        )}
        {gateTags(gates).map((tag) => (
          <Tag key={tag.text} x={x(tag.hour) + 12 + tag.text.length * 3.6} y={y(tag.level) + 22}>
            {tag.text}
          </Tag>
        ))}
      </div>
    </section>
  );
}

/** One tag for acts that wait at the same gate at the same hour. */
function gateTags(gates: Cure["acts"]): { text: string; hour: number; level: number }[] {
  const tags = new Map<string, { words: string[]; hour: number; level: number }>();
  for (const act of gates) {
    const level = act.strength?.value ?? 0;
    const key = `${level} ${Math.round(act.due_h)}`;
    const tag = tags.get(key) ?? { words: [], hour: act.due_h, level };
    const word = actWord(act);
    if (!tag.words.includes(word)) tag.words.push(word);
    tags.set(key, tag);
  }
  return [...tags.values()].map(({ words, hour, level }) => ({
    text: `${words.join(" and ")}, ${writeHours(hour)}`,
    hour,
    level,
  }));
}
