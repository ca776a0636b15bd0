import type { Plan } from "@/api/client";
import { useFill } from "@/parts/useFill";
import { FigureButton } from "@/parts/Why";
import { writeHours, writeRange } from "@/units/quantity";
import { dateAndClock } from "@/units/time";

type Act = Plan["cure"]["acts"][number];

interface Props {
  acts: Act[];
  zone: string;
  names: Map<string, string>;
}

/** What is due, in order: its hour, between what and what, and the test that tells. */
export function Calendar({ acts, zone, names }: Props) {
  const fill = useFill();
  return (
    <section aria-label="Calendar">
      <h2 className="mb-1 text-lg font-bold">Schedule</h2>
      <ol className="border-t-2 border-ink">
        {acts.map((act) => (
          <li
            key={`${act.piece} ${act.id}`}
            data-act={act.id}
            className="line [--columns:minmax(0,1fr)_auto] sm:[--columns:13rem_minmax(0,1fr)_auto]"
          >
            <span className={`figure text-lg max-sm:order-first ${act.done_at ? "text-soft" : ""}`}>
              {act.done_at
                ? `done ${dateAndClock(act.done_at, zone)}`
                : act.never
                  ? "not possible with this mix"
                  : act.at
                    ? dateAndClock(act.at, zone)
                    : `after ${writeHours(act.due_h)}`}
            </span>
            <span className="max-sm:col-span-2 max-sm:order-last">
              <span className="font-bold">
                {act.name}
                {act.piece && names.size > 1 ? `: ${names.get(act.piece)}` : ""}
              </span>
              <span className="block text-soft">{fill(act.test)}</span>
              {act.extrapolated && !act.never && (
                <span className="block text-soft">Before three days the curve is only a continuation.</span>
              )}
              {act.moved && <span className="block">Moved to the morning (shop closed).</span>}
              {act.care && <span className="mt-1 block border-l-4 border-danger pl-2">{act.care}</span>}
            </span>
            <FigureButton figure={act.hours} text={between(act)} />
          </li>
        ))}
      </ol>
      <p className="mt-2 text-soft">
        A strength is reached when the low estimate reaches it. The test decides, not the clock.
      </p>
    </section>
  );
}

function between(act: Act): string {
  const { low, high, value } = act.hours;
  if (low == null || high == null) return writeHours(value);
  return writeRange(low, high, "h", "mm").replace("–", " to ");
}
