import { lasting } from "@/day/time";
import type { FinishStepNow, SheetStep } from "@/finish/types";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { dayAndClock } from "@/units/time";

interface Props {
  step: SheetStep;
  now: FinishStepNow;
  /** What time it is [ms]. */
  clock: number;
  zone: string;
}

/** From when to when a step may be done, counting down. */
export function WindowOf({ step, now, clock, zone }: Props) {
  const { units } = usePreferences();
  const opens = now.opens_at === null ? null : Date.parse(now.opens_at);
  const closes = now.closes_at === null ? null : Date.parse(now.closes_at);
  if (opens !== null && opens > clock)
    return (
      <p>
        <b className="figure block text-4xl" data-opens>
          in {long(opens - clock, units)}
        </b>
        <span className="text-soft">
          {WAITS[step.kind] ?? "Not before"} {dayAndClock(now.opens_at ?? "", zone)}
        </span>
      </p>
    );
  if (closes === null) return null;
  const left = closes - clock;
  if (left <= 0)
    return (
      <p data-closed>
        The window closed {dayAndClock(now.closes_at ?? "", zone)}, {long(-left, units)} ago.
      </p>
    );
  const whole = closes - (opens ?? closes - left);
  return (
    <div data-window>
      <p>
        <b className="figure block text-4xl">{long(left, units)} left</b>
        <span className="text-soft">
          The next coat goes on until {dayAndClock(now.closes_at ?? "", zone)}; {LATER[step.late]}
        </span>
      </p>
      {whole > 0 && (
        <div className="mt-2 h-3 border border-line-strong">
          <div className="h-full bg-ink" style={{ width: `${Math.min(100, (100 * left) / whole)}%` }} />
        </div>
      )}
    </div>
  );
}

const HOUR_MS = 3_600_000;
const COUNTED_H = 10;

/** To the minute while that can be watched, then in hours and days. */
function long(ms: number, units: Units): string {
  return ms < COUNTED_H * HOUR_MS ? lasting(ms) : write(ms / HOUR_MS, "h", units);
}

const LATER: Record<SheetStep["late"], string> = {
  sand: "later than that, sand first.",
  scuff: "later than that, scuff it first.",
  drops: "later than that it may bead off.",
};

const WAITS: Partial<Record<SheetStep["kind"], string>> = {
  slurry: "The last round hardens overnight: not before",
  off: "The slurry hardens overnight: not before",
  grit: "The slurry hardens overnight: not before",
  test: "The sheet stays on until",
  coat: "The last coat dries: not before",
  burnish: "The wax hazes over: not before",
};
