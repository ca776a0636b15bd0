import { useEffect, useRef, useState } from "react";
import type { Schemas } from "@/api/client";
import { listen } from "@/api/lines";
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
  /** Pours are being moved just now. */
  planning: boolean;
}

/** Pours that want an hour: one by one, or several at the hour that suits them all. */
export function WaitingPours({ waiting, zone, chosen, onChoose, onPlan, planning }: Props) {
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
        <Together some={some} onPlan={onPlan} planning={planning} />
      ) : (
        onPlan && <p className="mt-2 text-soft">Tick pours to see which hours of the week suit them all.</p>
      )}
    </section>
  );
}

/** The week of several pours, filled in pour by pour; whoever has seen enough stops it. */
function Together({
  some,
  onPlan,
  planning,
}: Pick<Props, "planning"> & { some: readonly Waiting[]; onPlan: (moves: Move[]) => void }) {
  const { known, looking, wrong, stop, again } = useWeekOf(some.map((one) => one.id));
  const [at, setAt] = useState<string | null>(null);
  const looked = known?.looked ?? 0;
  const seen = some.slice(0, looked);
  const open = known?.starts.some((one) => one.at === at && one.grade !== "closed") ? at : null;
  const start = open ?? known?.starts.find((one) => one.best === 1)?.at ?? null;
  return (
    <div className="mt-4 space-y-3">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-2" role="status" data-looked={looked}>
        {looking || looked < some.length ? (
          <>
            <p>
              {looked} of {some.length} {some.length === 1 ? "pour" : "pours"} looked at{looking ? " …" : "."}
            </p>
            <progress max={some.length} value={looked} aria-label="Pours looked at" className="h-3 w-48" />
            <button type="button" className="button" onClick={looking ? stop : again}>
              {looking ? "Stop" : "Look at all again"}
            </button>
          </>
        ) : null}
      </div>
      {wrong && <p role="alert">{wrong}</p>}
      {known && (
        <>
          <h3 className="font-semibold">Hours that suit {seen.map((one) => one.name).join(", ")}</h3>
          <WeekGrid starts={known.starts} zone={known.zone} at={start} onChoose={setAt} />
          <LetterKey />
          {start ? (
            <button
              type="button"
              className="button button-now"
              disabled={looking || planning}
              onClick={() => onPlan(seen.map(({ id, pour, name, was }) => ({ id, pour, name, was, at: start })))}
            >
              Plan {looked === 1 ? "the pour" : `${looked} pours`}: {dayAndClock(start, known.zone)}
            </button>
          ) : (
            !looking && <p>No hour of this week suits them together.</p>
          )}
        </>
      )}
    </div>
  );
}

/** What is known of the week of some pours so far, and how it goes on. */
function useWeekOf(ids: readonly string[]) {
  const [known, setKnown] = useState<Schemas["WindowSoFar"] | null>(null);
  const [looking, setLooking] = useState(true);
  const [wrong, setWrong] = useState<string | null>(null);
  const [round, setRound] = useState(0);
  const control = useRef<AbortController | null>(null);
  const asked = ids.map((id) => `job=${id}`).join("&");
  // biome-ignore lint/correctness/useExhaustiveDependencies: a new round asks the same again
  useEffect(() => {
    const mine = new AbortController();
    control.current = mine;
    setKnown(null);
    setWrong(null);
    setLooking(true);
    listen<Schemas["WindowSoFar"]>(`/api/pour-window/by-pour?${asked}`, { signal: mine.signal }, setKnown)
      .catch((error: unknown) => {
        if (!mine.signal.aborted) setWrong(error instanceof Error ? error.message : String(error));
      })
      .finally(() => {
        if (control.current === mine) setLooking(false);
      });
    return () => mine.abort();
  }, [asked, round]);
  return { known, looking, wrong, stop: () => control.current?.abort(), again: () => setRound(round + 1) };
}
