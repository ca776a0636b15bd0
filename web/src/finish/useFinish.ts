/** The castings of a pour at the machine, on this device: with the network, without it, and after it. */

import { useCallback, useMemo } from "react";
import { v4 as newId } from "uuid";
import { client, take } from "@/api/client";
import { type Box, boxQuery, useOutbox } from "@/outbox/useOutbox";
import { standing } from "./standing";
import type { Face, FinishEntry, FinishView, Standing } from "./types";

const finishBox = (pour_id: string): Box<FinishEntry, FinishView> => ({
  key: `finish ${pour_id}`,
  queryKey: ["finish", pour_id],
  read: () => take(client.GET("/api/pours/{pour_id}/finish", { params: { path: { pour_id } } })),
  post: (entries) =>
    take(client.POST("/api/pours/{pour_id}/finish", { params: { path: { pour_id } }, body: { entries } })),
});

export const finishQuery = (pour_id: string) => boxQuery(finishBox(pour_id));

/** What is said in an entry; the rest is filled in. */
export type Saying = Partial<FinishEntry> & Pick<FinishEntry, "kind">;

/** A casting at the machine: its face, where it stands, and what was written of it. */
export interface CastingNow {
  id: string;
  serial: number;
  face: Face;
  standing: Standing;
  entries: FinishEntry[];
}

export interface Finish {
  view: FinishView;
  castings: CastingNow[];
  /** What time it is, by the server's clock [ms]. */
  now: number;
  /** Kept here and not sent yet. */
  unsent: number;
  /** Why some were refused, or nothing can be sent at all; they are kept here. */
  trouble: string | null;
  offline: boolean;
  /** Keeps an entry of a casting; it is sure once this is done. */
  say: (casting: string, saying: Saying, photo?: Blob) => Promise<FinishEntry>;
}

/** What is at the machine, or null before anything is known; throws what the server says where this device knows nothing. */
export function useFinish(pour: string, who: string | null): Finish | null {
  const box = useMemo(() => finishBox(pour), [pour]);
  const { view, entries, now, stamp, keep, ...sending } = useOutbox(box);
  const say = useCallback(
    async (casting: string, saying: Saying, photo?: Blob) => {
      const entry = { ...EMPTY, id: newId(), at: stamp(), casting, member_id: who, ...saying };
      await keep(entry, photo);
      return entry;
    },
    [stamp, keep, who],
  );
  const castings = useMemo(() => (view ? castingsNow(view, entries, now) : []), [view, entries, now]);
  return view && { ...sending, view, castings, now, say };
}

function castingsNow(view: FinishView, entries: readonly FinishEntry[], now: number): CastingNow[] {
  return view.castings.flatMap(({ id, serial, piece }) => {
    const face = view.sheet.faces.find((one) => one.piece === piece);
    const own = entries.filter((one) => one.casting === id);
    return face ? [{ id, serial, face, standing: standing(face.steps, own, now, view.logged), entries: own }] : [];
  });
}

const EMPTY = {
  step: null,
  way: null,
  mark: "high",
  x_mm: null,
  y_mm: null,
  size_mm: 120,
  high_mm: null,
  volume_l: null,
  of: null,
  text: "",
} satisfies Partial<FinishEntry>;
