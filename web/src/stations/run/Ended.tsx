import { Link } from "@tanstack/react-router";
import { at, lasting } from "@/day/time";
import type { Run } from "@/run/useRun";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";

/** A pour on which nothing is left to do: what it came to, and where it goes on. */
export function Ended({ run }: { run: Run }) {
  const { units } = usePreferences();
  const { state, sheet, view } = run;
  const { counts } = sheet.bags;
  const begun = state.begun_at;
  const ended = Math.max(...state.steps.map((one) => one.at));
  return (
    <section aria-label="All done" className="space-y-3 p-4">
      <h2 className="text-[1.75rem] leading-tight font-bold">All done</h2>
      <ul className="text-lg">
        {begun !== null && (
          <li>
            From {at(begun, view.zone)} to {at(ended, view.zone)}: {lasting(ended - begun)}
          </li>
        )}
        {state.bags > 0 && (
          <li>
            {write(state.bags, counts, units)} with {write(state.water_l, "water", units)} of water,{" "}
            {write(state.water_l / state.bags, "water", units)} for each
          </li>
        )}
        {state.ready_bags > 0 && <li>{write(state.ready_bags, counts, units)} left</li>}
      </ul>
      {!run.practice && (
        <Link to="/pours/$pourId" params={{ pourId: view.pour_id }} className="button">
          What comes next, and when
        </Link>
      )}
    </section>
  );
}
