/** A pour as it is run on this device: with the network, without it, and after it. */

import { type QueryClient, queryOptions, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { v5 as nameOf, v4 as newId } from "uuid";
import { client, Refused, type Schemas, take } from "@/api/client";
import { sendPhoto } from "@/api/records";
import {
  type KeptSheet,
  keepEntry,
  keepPhoto,
  keepSheet,
  keptSheet,
  photoSent,
  photosOf,
  refuse,
  sent,
  waiting,
} from "./device";
import { runState } from "./state";
import type { Doubt, RunEntry, RunSheet, RunState, RunView } from "./types";

/** What was not sent is tried again after so long [ms]. */
const AGAIN_MS = 4_000;
const MOST_AT_ONCE = 200;

export const runQuery = (pour_id: string) =>
  queryOptions({
    queryKey: ["run", pour_id],
    queryFn: async ({ client: queries }): Promise<KeptSheet> => {
      const found = await take(client.GET("/api/pours/{pour_id}/run", { params: { path: { pour_id } } }));
      // Entries are only ever added: what was sent while this was on its way stays.
      const shown = queries.getQueryData<KeptSheet>(["run", pour_id])?.view.entries ?? [];
      const view = { ...found, entries: together(shown, found.entries) };
      const told = { view, ahead: Date.now() - view.now };
      void keepSheet(told);
      return told;
    },
    retry: false,
    refetchOnReconnect: "always",
    networkMode: "always",
  });

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
  const queries = useQueryClient();
  const { data, error } = useQuery(runQuery(pour));
  const [mine, setMine] = useState<RunEntry[]>([]);
  const [held, setHeld] = useState<KeptSheet | null>(null);
  const [looked, setLooked] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [offline, setOffline] = useState(false);
  const [clock, setClock] = useState(Date.now);
  const busy = useRef(false);

  useEffect(() => {
    void Promise.all([keptSheet(pour), waiting(pour)]).then(([sheet, entries]) => {
      setHeld(sheet ?? null);
      setMine(entries.map((one) => one.entry));
      setTrouble(entries.find((one) => one.refused)?.refused ?? null);
      setLooked(true);
    });
    const every = setInterval(() => setClock(Date.now()), 1_000);
    return () => clearInterval(every);
  }, [pour]);

  const send = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    try {
      const all = await waiting(pour);
      const ahead = all.filter((one) => !one.refused).slice(0, MOST_AT_ONCE);
      if (ahead.length) {
        const entries = ahead.map((one) => one.entry);
        await landed(queries, pour, await post(pour, entries));
        const left = new Set((await waiting(pour)).map((one) => one.entry.id));
        setMine((before) => before.filter((one) => left.has(one.id)));
        void queries.invalidateQueries({ queryKey: ["records"] });
      }
      for (const { entry, file } of await photosOf(pour)) {
        await sendPhoto(nameOf("seen", entry), new File([file], "photo.jpg"));
        await photoSent(entry);
      }
      setOffline(false);
      if (!all.some((one) => one.refused)) setTrouble(null);
    } catch (caught) {
      if (!(caught instanceof Refused)) throw caught;
      setOffline(caught.status === 0 || caught.status >= 500);
      if (caught.status === 401 || caught.status === 403) setTrouble(OUT);
      else if (caught.status >= 400 && caught.status < 500 && caught.status !== 429) {
        await refuseEach(queries, pour);
        setTrouble(caught.message);
      }
    } finally {
      busy.current = false;
    }
  }, [pour, queries]);

  useEffect(() => {
    void send();
    const every = setInterval(() => void send(), AGAIN_MS);
    const back = () => void send();
    addEventListener("online", back);
    return () => {
      clearInterval(every);
      removeEventListener("online", back);
    };
  }, [send]);

  const { view = null, ahead = 0 } = data ?? held ?? {};
  const say = useCallback(
    async (saying: Saying, photo?: Blob) => {
      const at = new Date(Date.now() - ahead).toISOString();
      const entry = made({ at, member_id: who, ...saying });
      await keepEntry(pour, entry);
      if (photo) await keepPhoto(pour, entry.id, photo);
      setMine((before) => [...before, entry]);
      void send();
      return entry;
    },
    [ahead, pour, send, who],
  );

  const now = clock - ahead;
  const entries = useMemo(() => {
    const known = new Set(view?.entries.map((one) => one.id));
    return view ? [...view.entries, ...mine.filter((one) => !known.has(one.id))] : [];
  }, [view, mine]);
  const state = useMemo(() => (view ? runState(view.sheet, entries, now) : null), [view, entries, now]);
  if (!view || !state) {
    if (error && looked) throw error;
    return null;
  }
  const unsent = mine.filter((one) => !view.entries.some((there) => there.id === one.id)).length;
  const isOffline = offline || error !== null;
  return {
    view,
    sheet: view.sheet,
    state,
    now,
    entries,
    unsent,
    trouble,
    offline: isOffline,
    practice: null,
    asksBack: (saying) => asked(view.sheet, entries, saying, now),
    say,
  };
}

/** Entries that either knows of, each once. */
function together(one: readonly RunEntry[], other: readonly RunEntry[]): RunEntry[] {
  return [...new Map([...one, ...other].map((entry) => [entry.id, entry])).values()];
}

const OUT = "This phone is signed out. What it holds stays on it: sign in again, and it is sent.";
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

function post(pour_id: string, entries: RunEntry[]) {
  return take(client.POST("/api/pours/{pour_id}/run", { params: { path: { pour_id } }, body: { entries } }));
}

/** They are with the server: here too they are on the sheet that is kept, before they are waiting no more. */
async function landed(queries: QueryClient, pour: string, told: Schemas["RunAnswer"]): Promise<void> {
  const key = runQuery(pour).queryKey;
  const known = queries.getQueryData(key) ?? (await keptSheet(pour));
  if (known) {
    const grown = (before: KeptSheet): KeptSheet => ({
      ahead: Date.now() - told.now,
      view: { ...before.view, ...told, entries: together(before.view.entries, told.entries) },
    });
    const now = queries.setQueryData(key, (before) => grown(before ?? known));
    await keepSheet(now ?? grown(known)); // after that: whatever is read meanwhile has it too
  }
  await sent(told.entries.map((one) => one.id));
}

/** One that is refused keeps none of the others back: each is tried by itself, and that one is marked. */
async function refuseEach(queries: QueryClient, pour: string): Promise<void> {
  for (const { entry, refused } of await waiting(pour)) {
    if (refused) continue;
    try {
      await landed(queries, pour, await post(pour, [entry]));
    } catch (caught) {
      if (!(caught instanceof Refused) || caught.status === 0 || caught.status >= 500) return;
      await refuse(pour, entry, caught.message);
    }
  }
}
