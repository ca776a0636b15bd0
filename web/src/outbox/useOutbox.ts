/** What is written down on this device: with the network, without it, and after it. */

import { type QueryClient, queryOptions, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { v5 as nameOf } from "uuid";
import { Refused } from "@/api/client";
import { sendPhoto } from "@/api/records";
import {
  type Dated,
  type KeptSheet,
  keepEntry,
  keepPhoto,
  keepSheet,
  keptSheet,
  photoSent,
  photosOf,
  refuse,
  refusePhoto,
  sent,
  type Told,
  waiting,
} from "./device";

/** What was not sent is tried again after so long [ms]. */
const AGAIN_MS = 4_000;
const MOST_AT_ONCE = 200;
const OUT = "This phone is signed out. What it holds stays on it: sign in again, and it is sent.";

/** Where entries come from and go to. */
export interface Box<Entry extends Dated, View extends Told<Entry>> {
  /** What it is called on this device. */
  key: string;
  queryKey: readonly [string, string];
  read: () => Promise<View>;
  /** Sends entries; what is told then takes the place of what was told before. */
  post: (entries: Entry[]) => Promise<Partial<View> & Told<Entry>>;
}

export const boxQuery = <Entry extends Dated, View extends Told<Entry>>(box: Box<Entry, View>) =>
  queryOptions({
    queryKey: box.queryKey,
    queryFn: async ({ client: queries }): Promise<KeptSheet<View>> => {
      const found = await box.read();
      // Entries are only ever added: what was sent while this was on its way stays.
      const shown = queries.getQueryData<KeptSheet<View>>(box.queryKey)?.view.entries ?? [];
      const view = { ...found, entries: together(shown, found.entries) };
      const told = { view, ahead: Date.now() - view.now };
      void keepSheet(box.key, told);
      return told;
    },
    retry: false,
    refetchOnReconnect: "always",
    networkMode: "always",
  });

export interface Outbox<Entry extends Dated, View extends Told<Entry>> {
  view: View | null;
  /** Those that the server has, and those that are here alone. */
  entries: Entry[];
  /** What time it is, by the server's clock [ms]. */
  now: number;
  /** Kept here and not sent yet. */
  unsent: number;
  /** Why some were refused, or nothing can be sent at all; they are kept here. */
  trouble: string | null;
  offline: boolean;
  /** The time that an entry made now carries. */
  stamp: () => string;
  /** Keeps an entry; it is sure once this is done. */
  keep: (entry: Entry, photo?: Blob) => Promise<void>;
}

/** A box as this device has it; throws what the server says where this device knows nothing of it. */
export function useOutbox<Entry extends Dated, View extends Told<Entry>>(box: Box<Entry, View>): Outbox<Entry, View> {
  const queries = useQueryClient();
  const { data, error } = useQuery(boxQuery(box));
  const [mine, setMine] = useState<Entry[]>([]);
  const [photos, setPhotos] = useState(0);
  const [held, setHeld] = useState<KeptSheet<View> | null>(null);
  const [looked, setLooked] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [offline, setOffline] = useState(false);
  const [clock, setClock] = useState(Date.now);
  const busy = useRef(false);

  useEffect(() => {
    const kept = [keptSheet<View>(box.key), waiting<Entry>(box.key), photosOf(box.key)] as const;
    void Promise.all(kept).then(([sheet, entries, pictures]) => {
      setHeld(sheet ?? null);
      setMine(entries.map((one) => one.entry));
      setPhotos(pictures.filter((one) => !one.refused).length);
      setTrouble([...entries, ...pictures].find((one) => one.refused)?.refused ?? null);
      setLooked(true);
    });
    const every = setInterval(() => setClock(Date.now()), 1_000);
    return () => clearInterval(every);
  }, [box.key]);

  const send = useCallback(async () => {
    if (busy.current) return;
    busy.current = true;
    try {
      const all = await waiting<Entry>(box.key);
      const ahead = all.filter((one) => !one.refused).slice(0, MOST_AT_ONCE);
      if (ahead.length) {
        await landed(queries, box, await box.post(ahead.map((one) => one.entry)));
        const left = new Set((await waiting<Entry>(box.key)).map((one) => one.entry.id));
        setMine((before) => before.filter((one) => left.has(one.id)));
        void queries.invalidateQueries({ queryKey: ["records"] });
      }
      const refused = await sendPhotos(box.key, setPhotos);
      setOffline(false);
      setTrouble(all.find((one) => one.refused)?.refused ?? refused);
    } catch (caught) {
      if (!(caught instanceof Refused)) throw caught;
      setOffline(caught.status === 0 || caught.status >= 500);
      if (caught.status === 401 || caught.status === 403) setTrouble(OUT);
      else if (isFinal(caught.status)) {
        await refuseEach(queries, box);
        setTrouble(caught.message);
      }
    } finally {
      busy.current = false;
    }
  }, [box, queries]);

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
  const stamp = useCallback(() => new Date(Date.now() - ahead).toISOString(), [ahead]);
  const keep = useCallback(
    async (entry: Entry, photo?: Blob) => {
      await keepEntry(box.key, entry);
      if (photo) {
        await keepPhoto(box.key, entry.id, photo);
        setPhotos((before) => before + 1);
      }
      setMine((before) => [...before, entry]);
      void send();
    },
    [box.key, send],
  );
  const entries = useMemo(() => {
    const known = new Set(view?.entries.map((one) => one.id));
    return view ? [...view.entries, ...mine.filter((one) => !known.has(one.id))] : [];
  }, [view, mine]);
  if (!view && error && looked) throw error;
  const unsent = view ? mine.filter((one) => !view.entries.some((there) => there.id === one.id)).length : 0;
  return {
    view,
    entries,
    now: clock - ahead,
    unsent: unsent + photos,
    trouble,
    offline: offline || error !== null,
    stamp,
    keep,
  };
}

/** Photos go after their entries; one that is refused stays here, and keeps none of the others back. */
async function sendPhotos(box: string, left: (count: number) => void): Promise<string | null> {
  const kept = await photosOf(box);
  const behind = new Set((await waiting<Dated>(box)).map((one) => one.entry.id));
  const all = kept.filter((one) => !one.refused);
  const ahead = all.filter((one) => !behind.has(one.entry));
  let refused = kept.find((one) => one.refused)?.refused ?? null;
  for (const [number, photo] of ahead.entries()) {
    try {
      await sendPhoto(nameOf("seen", photo.entry), new File([photo.file], "photo.jpg"));
      await photoSent(photo.entry);
    } catch (caught) {
      if (!(caught instanceof Refused) || !isFinal(caught.status)) throw caught;
      refused = `A photo was not taken: ${caught.message}`;
      await refusePhoto(photo, refused);
    }
    left(all.length - number - 1);
  }
  return refused;
}

/** Whether the server will say so again: neither the network nor the door is what stands in the way. */
function isFinal(status: number): boolean {
  return status >= 400 && status < 500 && ![401, 403, 429].includes(status);
}

/** Entries that either knows of, each once. */
function together<Entry extends Dated>(one: readonly Entry[], other: readonly Entry[]): Entry[] {
  return [...new Map([...one, ...other].map((entry) => [entry.id, entry])).values()];
}

/** They are with the server: here too they are on the sheet that is kept, before they are waiting no more. */
async function landed<Entry extends Dated, View extends Told<Entry>>(
  queries: QueryClient,
  box: Box<Entry, View>,
  told: Partial<View> & Told<Entry>,
): Promise<void> {
  const key = boxQuery(box).queryKey;
  const known = queries.getQueryData(key) ?? (await keptSheet<View>(box.key));
  if (known) {
    const grown = (before: KeptSheet<View>): KeptSheet<View> => ({
      ahead: Date.now() - told.now,
      view: { ...before.view, ...told, entries: together(before.view.entries, told.entries) },
    });
    const now = queries.setQueryData(key, (before) => grown(before ?? known));
    await keepSheet(box.key, now ?? grown(known)); // after that: whatever is read meanwhile has it too
  }
  await sent(told.entries.map((one) => one.id));
}

/** One that is refused keeps none of the others back: each is tried by itself, and that one is marked. */
async function refuseEach<Entry extends Dated, View extends Told<Entry>>(
  queries: QueryClient,
  box: Box<Entry, View>,
): Promise<void> {
  for (const { entry, refused } of await waiting<Entry>(box.key)) {
    if (refused) continue;
    try {
      await landed(queries, box, await box.post([entry]));
    } catch (caught) {
      if (!(caught instanceof Refused) || caught.status === 0 || caught.status >= 500) return;
      await refuse(box.key, entry, caught.message);
    }
  }
}
