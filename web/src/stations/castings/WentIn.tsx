import type { CastingView, PourView } from "@/api/records";
import { usePreferences } from "@/units/preferences";
import { write, writeRange } from "@/units/quantity";
import { dateAndClock } from "@/units/time";

/** The batches that went into a casting, and how warm its concrete was, as far as that was measured. */
export function WentIn({ view, pour, zone }: { view: CastingView; pour: PourView; zone: string }) {
  const { units } = usePreferences();
  const { batches, record } = pour.pour;
  const own = batches.filter((one) => view.casting.id in one.shares);
  const into = own.length > 0 ? own : batches;
  const read = record.temperatures?.map((one) => one.celsius) ?? [];
  const air = view.first_day;
  if (into.length === 0 && read.length === 0 && !air) return null;
  return (
    <section aria-label="What went into it" className="mt-6">
      <h2 className="mb-1 text-lg font-bold">What went into it</h2>
      <ol className="border-t-2 border-ink">
        {into.map((one) => (
          <li key={one.id} className="line [--columns:10rem_minmax(0,1fr)]">
            <span className="figure text-lg">{dateAndClock(one.at, zone)}</span>
            <span>
              Batch {one.number}: {write(one.bags, "bags", units)}, {write(one.water_l, "water", units)} of water
            </span>
          </li>
        ))}
      </ol>
      {read.length > 0 && (
        <p className="py-2">
          Its concrete was between {write(Math.min(...read), "C", units)} and {write(Math.max(...read), "C", units)}.
        </p>
      )}
      {air && <FirstDay air={air} />}
    </section>
  );
}

function FirstDay({ air }: { air: NonNullable<CastingView["first_day"]> }) {
  const { units } = usePreferences();
  return (
    <p className="py-2">
      Its first day: air {writeRange(air.low_c, air.high_c, "C", units)}, humidity {write(air.humidity_pct, "%", units)}
      , wind to {write(air.wind_kmh, "km/h", units)},{" "}
      {air.rain_mm > 0 ? `${write(air.rain_mm, "rain", units)} of rain` : "no rain"}
      {air.by_forecast && " (by the forecast)"}.
    </p>
  );
}
