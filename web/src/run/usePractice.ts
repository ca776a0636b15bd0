/** A pour gone through dry: the same sheet by a clock that runs fast; nothing of it is kept anywhere. */

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { client, take } from "@/api/client";
import { runState } from "./state";
import type { RunEntry } from "./types";
import { asked, made, type Run, runQuery, type Saying } from "./useRun";

/** How many times as fast as the clock. */
export const SPEED = 20;
const TICK_MS = 250;
/** What the tests show is asked for so often [ms of the practice]. */
const LOOKS_MS = 30_000;
const MOST_SEEDS = 1_000_000;

export interface Practice {
  run: Run;
  stands: boolean;
  stop: (stands: boolean) => void;
  anew: () => void;
}

export function usePractice(pour: string, who: string | null): Practice | null {
  const { data, error } = useQuery(runQuery(pour));
  const [seed, setSeed] = useState(() => Math.floor(Math.random() * MOST_SEEDS));
  const [entries, setEntries] = useState<RunEntry[]>([]);
  const clock = useFastClock(seed);
  const { now } = clock;
  const looked = Math.floor(now / LOOKS_MS) * LOOKS_MS;
  const last = entries.at(-1);
  const at = last ? Math.max(looked, Date.parse(last.at)) : looked;
  const { data: told } = useQuery({
    queryKey: ["practice", pour, seed, entries.length, at],
    queryFn: () =>
      take(
        client.POST("/api/pours/{pour_id}/practice", {
          params: { path: { pour_id: pour } },
          body: { entries, now: at, seed },
        }),
      ),
    placeholderData: keepPreviousData,
    gcTime: 0,
    enabled: data !== undefined,
  });
  const latest = useRef(now);
  latest.current = now;
  const say = useCallback(
    (saying: Saying) => {
      const entry = made({ at: new Date(latest.current).toISOString(), member_id: who, ...saying });
      setEntries((before) => [...before, entry]);
      return Promise.resolve(entry);
    },
    [who],
  );
  const view = data?.view;
  const state = useMemo(() => (view ? runState(view.sheet, entries, now) : null), [view, entries, now]);
  if (error) throw error;
  if (!view || !state) return null;
  const run: Run = {
    view: { ...view, entries, missing: [] },
    sheet: view.sheet,
    state,
    now,
    entries,
    unsent: 0,
    trouble: null,
    offline: false,
    practice: told ?? NOTHING,
    asksBack: (saying) => asked(view.sheet, entries, saying, now),
    say,
  };
  return {
    run,
    stands: clock.stands,
    stop: clock.stop,
    anew() {
      setEntries([]);
      setSeed(Math.floor(Math.random() * MOST_SEEDS));
    },
  };
}

const NOTHING = { seen: {}, mishaps: [], losses: [], bags: 0 };

/** A clock that begins now, runs so many times as fast, and can be stopped. */
function useFastClock(from: number) {
  const [state, setState] = useState({ base: Date.now(), since: Date.now(), stands: false });
  const [now, setNow] = useState(Date.now);
  useEffect(() => {
    if (from >= 0) setState({ base: Date.now(), since: Date.now(), stands: false });
  }, [from]);
  useEffect(() => {
    const tell = () => setNow(state.stands ? state.base : state.base + SPEED * (Date.now() - state.since));
    tell();
    const every = setInterval(tell, TICK_MS);
    return () => clearInterval(every);
  }, [state]);
  return {
    now,
    stands: state.stands,
    stop: (stands: boolean) => setState({ base: now, since: Date.now(), stands }),
  };
}
