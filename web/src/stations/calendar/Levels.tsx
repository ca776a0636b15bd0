import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import type { DaysView } from "./days";
import { Ground } from "./Lanes";
import type { TimeScale } from "./timeScale";

type Taken = DaysView["days"]["hands"];

const TALL_PX = 64;

interface Props {
  known: DaysView;
  scale: TimeScale;
  left: number;
  width: number;
}

/** How many people are bound and how much of the benches is taken, hour by hour, and what there is. */
export function Levels({ known, scale, left, width }: Props) {
  const { units } = usePreferences();
  const { hands, there, room } = known.days;
  const nights = known.begins.length <= 15;
  const most = Math.max(1, ...there.map((one) => one.amount), ...hands.map((one) => one.amount));
  const taken = Math.max(0, ...room.map((one) => one.amount));
  const bench = known.bench_m2;
  return (
    <div className="mt-2">
      <Level
        name="People busy"
        text={known.people ? `of those there, at most ${most}` : "nobody is listed under Shop"}
        {...{ scale, left, width, nights, most }}
        taken={hands}
        has={known.people && nights ? there : []}
      />
      {taken > 0 && (
        <Level
          name="On the benches"
          text={bench === null ? `up to ${write(taken, "m2", units)}` : `of ${write(bench, "m2", units)}`}
          {...{ scale, left, width, nights }}
          most={Math.max(taken, bench ?? 0)}
          taken={room}
          has={bench === null ? [] : [{ at: known.begins[0] ?? "", amount: bench, of: [] }]}
        />
      )}
    </div>
  );
}

interface LevelProps {
  name: string;
  text: string;
  scale: TimeScale;
  left: number;
  width: number;
  nights: boolean;
  most: number;
  taken: Taken;
  has: Taken;
}

function Level({ name, text, scale, left, width, nights, most, taken, has }: LevelProps) {
  const y = (amount: number) => TALL_PX - 4 - (amount / (most * 1.1)) * (TALL_PX - 10);
  return (
    <div className="relative border-b border-line" style={{ height: TALL_PX }}>
      <p className="absolute top-2 leading-tight" style={{ width: left - 8 }}>
        <b>{name}</b>
        <span className="block text-soft">{text}</span>
      </p>
      <svg width={width} height={TALL_PX} className="absolute top-0" style={{ left }} aria-hidden="true">
        <Ground scale={scale} height={TALL_PX} top={0} nights={nights} />
        {taken.map((one, index) => {
          const next = taken[index + 1];
          if (!next || one.amount <= 0) return null;
          const [from, to] = [scale.x(Date.parse(one.at)), scale.x(Date.parse(next.at))];
          const over = one.amount > at(has, one.at) + 1e-6;
          return (
            <rect
              key={`${one.at} ${one.amount}`}
              x={from}
              y={y(one.amount)}
              width={Math.max(2, to - from)}
              height={TALL_PX - 4 - y(one.amount)}
              fill={over ? "var(--stop)" : "var(--concrete-dot)"}
            />
          );
        })}
        <polyline
          points={has.flatMap((one, index) => edge(one, has[index + 1], scale, y, width)).join(" ")}
          fill="none"
          stroke="var(--chalk)"
          strokeWidth="2"
        />
      </svg>
    </div>
  );
}

function edge(
  one: Taken[number],
  next: Taken[number] | undefined,
  scale: TimeScale,
  y: (amount: number) => number,
  width: number,
) {
  const end = next ? scale.x(Date.parse(next.at)) : width;
  return [`${scale.x(Date.parse(one.at))},${y(one.amount)}`, `${end},${y(one.amount)}`];
}

/** How much of something there is at a moment; no end of it where nobody has said. */
function at(has: Taken, moment: string): number {
  const last = has.filter((one) => Date.parse(one.at) <= Date.parse(moment)).at(-1);
  return (last ?? has[0])?.amount ?? Number.POSITIVE_INFINITY;
}
