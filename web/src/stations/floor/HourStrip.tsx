import type { Schemas } from "@/api/client";
import { useSize } from "@/drawing/useSize";
import { actWord } from "@/parts/values";
import { isMidnight, weekday } from "@/units/time";

type Agenda = Schemas["Agenda"];
type Act = Agenda["acts"][number];

const BEFORE_H = 12;
const AFTER_H = 72;
const HOUR_MS = 3_600_000;
const ROW_PX = 44;
const LABEL_PX = 220;
const CLOSE_PX = 30;

/** Hour by hour, a row a job: from when each act may be done until it is late, with its hour marked. */
export function HourStrip({ agenda }: { agenda: Agenda }) {
  const [area, size] = useSize<HTMLDivElement>();
  const now = Date.parse(agenda.now);
  const [from, to] = [now - BEFORE_H * HOUR_MS, now + AFTER_H * HOUR_MS];
  const seen = agenda.acts.filter((act) => Date.parse(act.latest_at) >= from && Date.parse(act.earliest_at) <= to);
  const jobs = [...new Map(seen.map((act) => [act.job, act.job_name]))];
  const left = size.width < 700 ? 8 : LABEL_PX;
  const x = (moment: number) =>
    left + ((Math.min(Math.max(moment, from), to) - from) / (to - from)) * Math.max(0, size.width - left - 8);
  const height = 34 + jobs.length * ROW_PX;
  if (jobs.length === 0) return null;
  return (
    <div ref={area} className="relative mt-5" style={{ height }} data-strip>
      <svg width={size.width} height={height} className="absolute inset-0">
        <title>Timeline of all jobs: 12 h back, 3 days ahead</title>
        {midnights(from, to, agenda.zone).map((moment) => (
          <line
            key={moment}
            x1={x(moment)}
            x2={x(moment)}
            y1={26}
            y2={height}
            stroke="var(--line-strong)"
            strokeDasharray="2 4"
          />
        ))}
        {jobs.map(([job], row) => (
          <Row key={job} acts={seen.filter((act) => act.job === job)} top={34 + row * ROW_PX} x={x} now={now} />
        ))}
        <line x1={x(now)} x2={x(now)} y1={20} y2={height} stroke="var(--crayon)" strokeWidth="3" />
      </svg>
      <span className="figure absolute -translate-x-1/2 bg-ground px-1" style={{ left: x(now), top: 0 }}>
        now
      </span>
      {midnights(from, to, agenda.zone)
        .filter((moment) => Math.abs(x(moment) - x(now)) > 60)
        .map((moment) => (
          <span key={moment} className="figure absolute -translate-x-1/2 text-soft" style={{ left: x(moment), top: 0 }}>
            {weekday(new Date(moment).toISOString(), agenda.zone)}
          </span>
        ))}
      {left === LABEL_PX &&
        jobs.map(([job, name], row) => (
          <span key={job} className="absolute left-0 w-52 truncate" style={{ top: 36 + row * ROW_PX }}>
            {name}
          </span>
        ))}
    </div>
  );
}

function Row({ acts, top, x, now }: { acts: Act[]; top: number; x: (moment: number) => number; now: number }) {
  let last = Number.NEGATIVE_INFINITY;
  return (
    <g>
      <line x1={x(0)} x2={x(Number.MAX_SAFE_INTEGER)} y1={top + 20} y2={top + 20} stroke="var(--line)" />
      {[...acts]
        .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
        .map((act) => {
          const [earliest, at, latest] = [act.earliest_at, act.at, act.latest_at].map((moment) =>
            x(Date.parse(moment)),
          );
          if (earliest === undefined || at === undefined || latest === undefined) return null;
          const named = at - last > CLOSE_PX + actWord(act).length * 5;
          if (named) last = at;
          const past = Date.parse(act.at) < now;
          return (
            <g key={`${act.piece_name} ${act.id}`}>
              <rect
                x={earliest}
                y={top + 15}
                width={Math.max(2, latest - earliest)}
                height="10"
                fill="var(--chalk-soft)"
                stroke="var(--chalk)"
              />
              <rect x={at - 5} y={top + 14} width="10" height="12" fill={past ? "var(--ink-soft)" : "var(--ink)"} />
              {named && (
                <text
                  x={at}
                  y={top + 11}
                  textAnchor={at > x(Number.MAX_SAFE_INTEGER) - 30 ? "end" : "middle"}
                  className="text-base"
                  fill="var(--ink)"
                >
                  {actWord(act)}
                </text>
              )}
            </g>
          );
        })}
    </g>
  );
}

/** The midnights of the place between two moments. */
function midnights(from: number, to: number, zone: string): number[] {
  const found: number[] = [];
  for (let hour = Math.ceil(from / HOUR_MS); hour * HOUR_MS < to; hour++) {
    if (isMidnight(new Date(hour * HOUR_MS).toISOString(), zone)) found.push(hour * HOUR_MS);
  }
  return found;
}
