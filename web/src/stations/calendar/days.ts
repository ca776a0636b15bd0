/** What the calendar asks for, and moving a pour in it. */

import { queryOptions, useMutation, useQueryClient } from "@tanstack/react-query";
import { client, type Schemas, take } from "@/api/client";

export type DaysView = Schemas["DaysView"];
export type Booked = Schemas["Booked"];
export type ShopClash = Schemas["ShopClash"];
export type Waiting = Schemas["Waiting"];

const RENEWED_MS = 1_500;

/** The pours of some days from one on; from today where none is named. */
export const daysQuery = (begin: string | null, count: number) =>
  queryOptions({
    queryKey: ["agenda", "days", begin, count],
    queryFn: () => take(client.GET("/api/days", { params: { query: { count, ...(begin ? { begin } : {}) } } })),
    staleTime: 10_000,
    placeholderData: (before: DaysView | undefined) => before,
    refetchInterval: ({ state }) => (state.data?.renewing ? RENEWED_MS : 60_000),
  });

/** The nearest hours at which a pour gets in nobody's way. */
export const placesQuery = (of: string, at: string | null) =>
  queryOptions({
    queryKey: ["agenda", "places", of, at],
    queryFn: () => take(client.GET("/api/days/places", { params: { query: { of } } })),
    staleTime: 30_000,
  });

export interface Move {
  /** The pour, or the job where none is begun. */
  id: string;
  pour: string | null;
  name: string;
  was: string | null;
  at: string;
}

/** Moves pours to other hours; what hangs on them is fetched anew once, after the last. */
export function useMovePours() {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (moves: readonly Move[]) => {
      for (const { id, pour, was, at } of moves) {
        const body = { was, at };
        if (pour) await take(client.POST("/api/pours/{pour_id}/hour", { params: { path: { pour_id: id } }, body }));
        else await take(client.POST("/api/jobs/{job_id}/hour", { params: { path: { job_id: id } }, body }));
      }
    },
    onSettled: (_, __, moves) =>
      Promise.all(
        [
          ["agenda"],
          ["jobs"],
          ...(moves.some(({ pour }) => pour) ? [["records"]] : []),
          ...moves.flatMap(({ id, pour }) => (pour ? [] : [["job", id]])),
        ].map((queryKey) => queries.invalidateQueries({ queryKey })),
      ),
  });
}
