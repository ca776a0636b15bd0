import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { pourWindowQuery } from "@/api/queries";
import { dateAndClock, dayAndClock } from "@/units/time";
import { LetterKey } from "../cure/LetterKey";
import { WeekGrid } from "../cure/WeekGrid";
import type { Move, Waiting } from "./days";

const MOST_TOGETHER = 12;

interface Props {
  waiting: readonly Waiting[];
  zone: string;
  chosen: string | null;
  onChoose: (id: string) => void;
  onPlan: ((moves: Move[]) => void) | null;
}

/** Pours that want an hour: one by one, or several at the hour that suits them all. */
export function WaitingPours({ waiting, zone, chosen, onChoose, onPlan }: Props) {
  const [together, setTogether] = useState<readonly string[]>([]);
  const some = waiting.filter((one) => together.includes(one.id));
  const tick = (id: string) =>
    setTogether(together.includes(id) ? together.filter((one) => one !== id) : [...together, id]);
  if (waiting.length === 0) return null;
  return (
    <section aria-label="Pours without an hour">
      <h2 className="mb-1 text-lg font-bold">Pours without an hour</h2>
      <ul className="border-t border-line">
        {waiting.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-3 border-b border-line py-1">
            {one.pour === null && onPlan && (
              <label className="inline-flex min-h-11 items-center gap-2">
                <input
                  type="checkbox"
                  className="size-5"
                  checked={together.includes(one.id)}
                  disabled={!together.includes(one.id) && together.length >= MOST_TOGETHER}
                  onChange={() => tick(one.id)}
                />
                <span className="sr-only">Look at the week for {one.name}</span>
              </label>
            )}
            <span className={`min-w-0 flex-1 ${chosen === one.id ? "font-bold" : ""}`}>
              {one.name}
              {one.was && <span className="text-soft"> was to be poured {dateAndClock(one.was, zone)}</span>}
            </span>
            <button type="button" className="button" aria-pressed={chosen === one.id} onClick={() => onChoose(one.id)}>
              Find a free hour
            </button>
          </li>
        ))}
      </ul>
      {some.length > 0 && onPlan ? (
        <Together some={some} onPlan={onPlan} />
      ) : (
        onPlan && <p className="mt-2 text-soft">Tick pours to see which hours of the week suit them all.</p>
      )}
    </section>
  );
}

function Together({ some, onPlan }: { some: readonly Waiting[]; onPlan: (moves: Move[]) => void }) {
  const { data: known, error } = useQuery(
    pourWindowQuery(
      some.map((one) => one.id),
      0,
    ),
  );
  const [at, setAt] = useState<string | null>(null);
  const best = known?.starts.find((one) => one.best === 1)?.at ?? null;
  const start = at ?? best;
  if (error) return <p role="alert">{error.message}</p>;
  if (!known)
    return <p className="mt-3">Looking at the week of {some.length === 1 ? "1 pour" : `${some.length} pours`} …</p>;
  return (
    <div className="mt-4 space-y-3">
      <h3 className="font-semibold">Hours that suit {some.map((one) => one.name).join(", ")}</h3>
      <WeekGrid starts={known.starts} zone={known.zone} at={start} onChoose={setAt} />
      <LetterKey />
      {start && (
        <button
          type="button"
          className="button button-now"
          onClick={() => onPlan(some.map(({ id, pour, name, was }) => ({ id, pour, name, was, at: start })))}
        >
          Plan {some.length === 1 ? "the pour" : `${some.length} pours`}: {dayAndClock(start, known.zone)}
        </button>
      )}
    </div>
  );
}
