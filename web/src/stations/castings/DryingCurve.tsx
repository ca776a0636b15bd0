import type { CastingView } from "@/api/records";
import { usePreferences } from "@/units/preferences";
import { write, writeRange } from "@/units/quantity";

type Drying = NonNullable<CastingView["drying"]>;

const WIDE = 360;
const HIGH = 170;
const LEFT = 62;
const BELOW = 30;
const LEAST_DAYS = 60;

/** What a casting weighed, and how it goes on drying: the likely course in its band. */
export function DryingCurve({ drying }: { drying: Drying }) {
  const { units } = usePreferences();
  const last = drying.weighings.at(-1)?.days ?? 0;
  const end = Math.max(LEAST_DAYS, last * 1.5);
  const shown = drying.curve.filter((one) => one.days <= end);
  const masses = [
    ...shown.flatMap((one) => [one.mass_kg.low, one.mass_kg.high]),
    ...drying.weighings.map((w) => w.mass_kg),
  ];
  const [least, most] = [Math.min(...masses), Math.max(...masses)];
  const x = (days: number) => LEFT + Math.sqrt(days / end) * (WIDE - LEFT - 12);
  const y = (kg: number) => 10 + ((most - kg) / (most - least || 1)) * (HIGH - BELOW - 20);
  const course = (edge: "low" | "likely" | "high") => shown.map((one) => `${x(one.days)},${y(one.mass_kg[edge])}`);
  const dry = writeRange(drying.final.low, drying.final.high, "weighed", units);
  const label = drying.is_dry ? "Dry: two weighings a week apart are alike." : `Weighs ${dry} once it is dry.`;
  return (
    <figure className="mt-6" data-drying>
      <figcaption className="font-semibold">{label}</figcaption>
      <svg
        role="img"
        aria-label={`Drying curve. ${label}`}
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="mt-1 w-full max-w-md"
      >
        <polygon points={[...course("low"), ...course("high").reverse()].join(" ")} className="fill-(--concrete)" />
        <polyline points={course("likely").join(" ")} className="fill-none stroke-ink" strokeWidth={2} />
        {[least, most].map((kg) => (
          <text
            key={kg}
            x={LEFT - 8}
            y={y(kg)}
            dominantBaseline="middle"
            textAnchor="end"
            className="figure fill-soft text-[13px]"
          >
            {write(kg, "weighed", units)}
          </text>
        ))}
        {shown
          .filter((one) => [0, 7, 28, 60, 180].includes(one.days))
          .map((one) => (
            <text
              key={one.days}
              x={x(one.days)}
              y={HIGH - 8}
              textAnchor="middle"
              className="figure fill-soft text-[13px]"
            >
              {one.days === 0 ? "strip" : `${one.days} d`}
            </text>
          ))}
        {drying.weighings.map((one) => (
          <circle
            key={`${one.days} ${one.mass_kg}`}
            cx={x(one.days)}
            cy={y(one.mass_kg)}
            r={5}
            className="fill-paper stroke-ink"
            strokeWidth={2}
          />
        ))}
      </svg>
      <p className="text-soft">
        Circles are weighings. Half of what dries out is gone about {write(drying.half_days.likely, "d", units)} after
        it was stripped.
      </p>
    </figure>
  );
}
