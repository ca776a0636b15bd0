import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, type Piece, take } from "@/api/client";

/** A piece cut through upright, as the core draws it; the last one stays while the next is asked for. */
export function useSection(piece: Piece, along: "x" | "y", at: number) {
  const at_mm = Math.round(at * 10) / 10;
  return useQuery({
    queryKey: ["section", JSON.stringify(piece), along, at_mm],
    queryFn: () => take(client.POST("/api/section", { body: { piece, along, at_mm } })),
    placeholderData: keepPreviousData,
    staleTime: Number.POSITIVE_INFINITY,
    gcTime: 60_000,
    retry: false,
  }).data;
}
