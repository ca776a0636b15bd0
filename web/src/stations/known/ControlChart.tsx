import type { FigureDetail } from "@/api/records";
import { useSize } from "@/drawing/useSize";
import { usePreferences } from "@/units/preferences";
import { percent, told } from "./figures";

const HIGH = 260;
const LEFT = 64;
const RIGHT = 14;
const TOP = 14;
const BELOW = 30;
const LABEL_WIDE = 62;
const LEAST_WIDE = 280;
const WORDS_HIGH = 20;

/** Records in the order of their pours, and the band in which the next one was expected, narrowing. */
export function ControlChart({ detail }: { detail: FigureDetail }) {
  const { units } = usePreferences();
  const [place, { width }] = useSize<HTMLDivElement>();
  const wide = Math.max(LEAST_WIDE, Math.floor(width));
  const { figure, start, records } = detail;
  const steps = [start, ...records.flatMap(({ judged }) => (judged.after ? [judged.after] : []))];
  const shown = records.filter(({ judged }) => judged.counts !== "cannot be");
  const values = [
    ...steps.flatMap((one) => [one.next_low, one.next_high]),
    ...shown.map((one) => one.judged.evidence.ratio),
  ];
  const [least, most] = [Math.min(...values) * 0.98, Math.max(...values) * 1.02];
  const x = (at: number) => LEFT + (at / Math.max(1, shown.length)) * (wide - LEFT - RIGHT);
  const y = (ratio: number) => TOP + ((most - ratio) / (most - least)) * (HIGH - TOP - BELOW);
  // What was believed before a record stands from the one before it up to it.
  let known = start;
  const band = shown.map(({ judged }, at) => {
    if (judged.before) known = judged.before;
    return { from: x(at), to: x(at + 1), belief: known };
  });
  const now = figure.found;
  const edge = (which: "next_low" | "next_high") =>
    band.flatMap(({ from, to, belief }) => [`${from},${y(belief[which])}`, `${to},${y(belief[which])}`]);
  const [rule, ours] = [told(figure, 1, units), told(figure, now.likely, units)];
  const every = Math.ceil(shown.length / Math.max(1, Math.floor((wide - LEFT) / LABEL_WIDE)));
  const apart = Math.abs(y(1) - y(now.likely)) < WORDS_HIGH;
  const above = now.likely < 1;
  const label =
    figure.count === 0
      ? `The rule says ${rule}.`
      : `The rule says ${rule}; ours is ${ours}, give or take ${percent(figure.sure)}, after ${figure.count}.`;
  return (
    <figure className="mt-3" data-chart>
      <figcaption className="text-lg">
        {figure.count > 0 ? (
          <>
            Rule {rule} · <b>ours {ours}</b> ± {percent(figure.sure)} after {figure.count}
          </>
        ) : (
          `Rule ${rule}`
        )}
      </figcaption>
      <div ref={place} className="min-w-0">
        <svg role="img" aria-label={label} viewBox={`0 0 ${wide} ${HIGH}`} className="mt-1 block w-full">
          <polygon
            points={[...edge("next_low"), ...edge("next_high").reverse()].join(" ")}
            className="fill-(--chalk-soft) stroke-chalk"
          />
          {band.map(({ from, to, belief }) => (
            <path
              key={from}
              d={`M${from} ${y(belief.likely)}H${to}`}
              className="fill-none stroke-chalk"
              strokeWidth={2.5}
            />
          ))}
          <path d={`M${LEFT} ${y(1)}H${wide - RIGHT}`} className="stroke-ink" strokeDasharray="7 5" strokeWidth={1.5} />
          <text
            x={LEFT - 8}
            y={y(1) + (apart ? (above ? -9 : 9) : 0)}
            dominantBaseline="middle"
            textAnchor="end"
            className="figure fill-ink text-[16px]"
          >
            {rule}
          </text>
          {figure.count > 0 && rule !== ours && (
            <text
              x={LEFT - 8}
              y={y(now.likely) + (apart ? (above ? 9 : -9) : 0)}
              dominantBaseline="middle"
              textAnchor="end"
              className="figure fill-chalk text-[16px] font-bold"
            >
              {ours}
            </text>
          )}
          {shown.map(({ judged }, at) => (
            <g key={judged.evidence.pour}>
              <Mark x={x(at + 1)} y={y(judged.evidence.ratio)} counts={judged.counts === "counts"} wild={judged.wild} />
              {(shown.length - 1 - at) % every === 0 && (
                <text
                  x={x(at + 1)}
                  y={HIGH - 8}
                  textAnchor={at === shown.length - 1 ? "end" : "middle"}
                  className="figure fill-soft text-[16px]"
                >
                  {judged.evidence.serials?.length ? `#${judged.evidence.serials[0]}` : "note"}
                </text>
              )}
            </g>
          ))}
        </svg>
      </div>
      <p className="text-soft">
        Dots are pours by their first casting, blue is where the next one was expected: 8 in 10 lie in it.
        {records.some(({ judged }) => judged.wild) && " A diamond is hardly likely beside the others."}
        {records.some(({ judged }) => judged.counts === "left out") && " A cross is left out."} Dashed is the rule,{" "}
        {told(figure, 1, units)}.
      </p>
    </figure>
  );
}

/** A record: a dot where it counts, a diamond where it is hardly likely, a cross where it is left out. */
function Mark({ x, y, counts, wild }: { x: number; y: number; counts: boolean; wild: boolean }) {
  if (!counts)
    return <path d={`M${x - 5} ${y - 5}l10 10M${x + 5} ${y - 5}l-10 10`} className="stroke-ink" strokeWidth={2} />;
  return wild ? (
    <path d={`M${x} ${y - 9}l9 9l-9 9l-9 -9z`} className="fill-caution stroke-paper" strokeWidth={1.5} />
  ) : (
    <circle cx={x} cy={y} r={6} className="fill-ink stroke-paper" strokeWidth={1.5} />
  );
}
