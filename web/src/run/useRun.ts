/** A pour as it is run on this device: with the network, without it, and after it. */

import { useCallback, useMemo } from "react";
import { v4 as newId } from "uuid";
import { client, type Schemas, take } from "@/api/client";
import { type Box, boxQuery, useOutbox } from "@/outbox/useOutbox";
import { runState } from "./state";
import type { Doubt, RunEntry, RunSheet, RunState, RunView } from "./types";

const runBox = (pour_id: string): Box<RunEntry, RunView> => ({
  key: pour_id,
  queryKey: ["run", pour_id],
  read: () => take(client.GET("/api/pours/{pour_id}/run", { params: { path: { pour_id } } })),
  post: (entries) =>
    take(client.POST("/api/pours/{pour_id}/run", { params: { path: { pour_id } }, body: { entries } })),
});

export const runQuery = (pour_id: string) => boxQuery(runBox(pour_id));

/** What is said in an entry; the rest is filled in. */
export type Saying = Partial<RunEntry> & Pick<RunEntry, "kind">;

export interface Run {
  view: RunView;
  sheet: RunSheet;
  state: RunState;
  /** What time it is, by the server's clock [ms]. */
  now: number;
  entries: RunEntry[];
  /** Kept here and not sent yet. */
  unsent: number;
  /** Why some were refused, or nothing can be sent at all; they are kept here. */
  trouble: string | null;
  offline: boolean;
  /** What a practice shows; null on the day itself. */
  practice: Schemas["PracticeNow"] | null;
  /** What would be asked back of an entry, were it kept. */
  asksBack: (saying: Saying) => Doubt[];
  /** Keeps an entry; it is sure once this is done. */
  say: (saying: Saying, photo?: Blob) => Promise<RunEntry>;
}

/** A run, or null before anything is known of it; throws what the server says where this device knows nothing. */
export function useRun(pour: string, who: string | null): Run | null {
  const box = useMemo(() => runBox(pour), [pour]);
  const { view, entries, now, stamp, keep, ...sending } = useOutbox(box);
  const say = useCallback(
    async (saying: Saying, photo?: Blob) => {
      const entry = made({ at: stamp(), member_id: who, ...saying });
      await keep(entry, photo);
      return entry;
    },
    [stamp, keep, who],
  );
  const state = useMemo(() => (view ? runState(view.sheet, entries, now) : null), [view, entries, now]);
  if (!view || !state) return null;
  return {
    ...sending,
    view,
    sheet: view.sheet,
    state,
    now,
    entries,
    practice: null,
    asksBack: (saying) => asked(view.sheet, entries, saying, now),
    say,
  };
}

const EMPTY = {
  step: null,
  answer: null,
  bags: null,
  water_l: null,
  gaps_mm: [],
  of: null,
  text: "",
  celsius: null,
  read: [],
  insisted: false,
  said_at: null,
} satisfies Partial<RunEntry>;

export function made(saying: Saying & Pick<RunEntry, "at">): RunEntry {
  return { ...EMPTY, id: newId(), member_id: null, ...saying };
}

/** What would be asked back of an entry among others, were it made now. */
export function asked(sheet: RunSheet, entries: readonly RunEntry[], saying: Saying, now: number): Doubt[] {
  const one = made({ at: new Date(now).toISOString(), ...saying });
  return runState(sheet, [...entries, one], now).doubts.filter(({ entry }) => entry === one.id);
}
