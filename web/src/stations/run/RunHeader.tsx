import { at, lasting } from "@/day/time";
import { isLongPast } from "@/run/batches";
import type { Run } from "@/run/useRun";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { dayAndClock } from "@/units/time";

/** The running batch by its clock, and how far the pour is. */
export function RunHeader({ run }: { run: Run }) {
  const { units } = usePreferences();
  const { state, now, view } = run;
  const running = state.batches.find(
    (one) => one.water_at !== null && one.placed_at === null && !state.over && !isLongPast(one, now),
  );
  const count = state.batches.length;
  const left = running?.use_by ? (running.use_by - now) / (running.use_by - (running.water_at ?? now)) : 0;
  return (
    <header className="on-rail bg-rail p-4 text-rail-ink">
      <div className="flex items-baseline justify-between gap-4">
        <p className="min-w-0 truncate font-semibold">{view.name}</p>
        <time className="figure shrink-0 text-2xl">{at(now, view.zone)}</time>
      </div>
      {running?.water_at ? (
        <>
          <div className="mt-1 flex items-end justify-between gap-4">
            <p>
              <span className="figure text-5xl" data-running>
                {lasting(now - running.water_at)}
              </span>
            </p>
            <p className="text-right">
              since the water of batch {running.number} of {count}
              <br />
              use up by <b className="figure text-xl">{at(running.use_by ?? now, view.zone)}</b>
            </p>
          </div>
          <div className="mt-2 h-3 bg-rail-line">
            <div
              className={`h-3 ${left > 0.25 ? "bg-[#7fc8a2]" : left > 0 ? "bg-[#e8b64a]" : "bg-[#ff8a80]"}`}
              style={{ width: `${Math.min(100, Math.max(0, 100 * (1 - left)))}%` }}
            />
          </div>
        </>
      ) : (
        <p className="text-lg">
          {state.over
            ? "All done"
            : state.begun_at
              ? `No batch is running. Mixing started ${dayAndClock(new Date(state.begun_at).toISOString(), view.zone)}`
              : "Nothing is mixed yet"}
        </p>
      )}
      <dl className="mt-3 flex justify-between gap-3">
        <Told name="water in" text={write(state.water_l, "water", units)} />
        <Told name={`${run.sheet.bags.counts} used`} text={`${state.bags} of ${run.sheet.bags.ready}`} />
        <Told name="placed" text={`${Math.round((100 * state.placed_l) / (state.whole_l || 1))} %`} />
      </dl>
    </header>
  );
}

function Told({ name, text }: { name: string; text: string }) {
  return (
    <div>
      <dd className="figure text-xl">{text}</dd>
      <dt className="text-rail-soft">{name}</dt>
    </div>
  );
}
