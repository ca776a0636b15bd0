import type { Plan } from "@/api/client";
import { FigureButton } from "@/parts/Why";
import { writeHours } from "@/units/quantity";
import { dateAndClock } from "@/units/time";

type Act = Plan["cure"]["acts"][number];

interface Props {
  acts: Act[];
  zone: string;
  names: Map<string, string>;
}

/** What is done when, in order: its hour, between what and what, and the test that tells. */
export function Calendar({ acts, zone, names }: Props) {
  return (
    <section aria-label="Calendar">
      <h2 className="mb-1 text-lg font-bold">What is done when</h2>
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
                  ? "never with this mix"
                  : act.at
                    ? dateAndClock(act.at, zone)
                    : `+${writeHours(act.due_h)}`}
            </span>
            <span className="max-sm:col-span-2 max-sm:order-last">
              <span className="font-bold">
                {act.name}
                {act.piece && names.size > 1 ? `: ${names.get(act.piece)}` : ""}
              </span>
              <span className="block text-soft">{act.test}</span>
              {act.extrapolated && !act.never && (
                <span className="block text-soft">Before three days the curve is only a continuation.</span>
              )}
              {act.moved && <span className="block">Put off to the morning: nobody is there at night.</span>}
              {act.care && <span className="mt-1 block border-l-4 border-danger pl-2">{act.care}</span>}
            </span>
            <FigureButton figure={act.hours} text={between(act)} />
          </li>
        ))}
      </ol>
      <p className="mt-2 text-soft">
        A strength is there when the lower edge of the band reaches it. The test decides, not the clock.
      </p>
    </section>
  );
}

function between(act: Act): string {
  const { low, high, value } = act.hours;
  if (low == null || high == null) return `+${writeHours(value)}`;
  const [from, to] = [writeHours(low), writeHours(high)];
  const unit = to.slice(to.lastIndexOf(" "));
  return from === to ? `+${to}` : `+${from.endsWith(unit) ? from.slice(0, -unit.length) : from}–${to}`;
}
