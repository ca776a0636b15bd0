import type { Doubt } from "@/run/types";
import type { Run, Saying } from "@/run/useRun";
import { usePreferences } from "@/units/preferences";
import { write, writeRange } from "@/units/quantity";
import { dateAndClock } from "@/units/time";

interface Props {
  doubt: Doubt;
  saying: Saying;
  run: Run;
  /** It was another one. */
  onPut: (saying: Saying) => void;
  /** It stays as it was written. */
  onInsist: () => void;
}

const KIND = { water_l: "water", gaps_mm: "tape", celsius: "C" } as const;
const WHAT = { bags: "Bags", water_l: "Water", gaps_mm: "Gap", celsius: "Concrete at", at: "Time" } as const;

/** Something that is hardly what was meant: what it probably was, as buttons, and as it was written. */
export function AskedBack({ doubt, saying, run, onPut, onInsist }: Props) {
  const { units } = usePreferences();
  const { field } = doubt;
  const { zone } = run.view;
  const show = (value: number) =>
    field === "at" ? dateAndClock(new Date(value).toISOString(), zone) : write(value, kind, units);
  const kind = field === "bags" ? run.sheet.bags.counts : field === "at" ? "h" : KIND[field];
  const written = writtenIn(saying, field, run.now);
  const likely =
    field === "at"
      ? doubt.low > 0
        ? `It was likely between ${show(doubt.low)} and ${show(doubt.high)}.`
        : "That is still to come."
      : `Likely is ${doubt.low > 0 ? writeRange(doubt.low, doubt.high, kind, units) : `${show(doubt.high)} at the most`}.`;
  return (
    <div className="space-y-3" role="alert">
      <p className="text-xl font-bold">
        {WHAT[field]} {show(written)}?
      </p>
      <p className="text-lg">{likely} Which was it?</p>
      {doubt.meant.map((value) => (
        <button
          key={value}
          type="button"
          className="button min-h-14 w-full text-lg"
          onClick={() => onPut(putRight(saying, field, value, written))}
        >
          {show(value)}
        </button>
      ))}
      <button type="button" className="button min-h-14 w-full text-lg" onClick={onInsist}>
        It was {show(written)}. Keep it
      </button>
    </div>
  );
}

function writtenIn(saying: Saying, field: Doubt["field"], now: number): number {
  if (field === "at") return saying.at ? Date.parse(saying.at) : now;
  if (field === "gaps_mm") return Math.max(0, ...(saying.gaps_mm ?? []));
  return saying[field] ?? 0;
}

function putRight(saying: Saying, field: Doubt["field"], value: number, written: number): Saying {
  if (field === "at") return { ...saying, at: new Date(value).toISOString() };
  if (field === "gaps_mm") return { ...saying, gaps_mm: (saying.gaps_mm ?? []).map((gap) => (gap * value) / written) };
  const read = (saying.read ?? []).filter((one) => one !== field);
  return { ...saying, [field]: value, read };
}
