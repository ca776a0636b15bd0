import { keepPreviousData, type QueryClient, queryOptions, useQuery, useQueryClient } from "@tanstack/react-query";
import { v4 as newId } from "uuid";
import { client, Refused, type Schemas, take } from "./client";
import { useMay } from "./me";

export type Casting = Schemas["Casting"];
export type CastingView = Schemas["CastingView"];
export type State = Casting["state"];
export type KeptForm = Schemas["KeptForm"];
export type Mould = Schemas["Mould"];
export type Item = Schemas["Item"];
export type Lot = Schemas["Lot"];
export type ListedPour = Schemas["ListedPour"];
export type PourView = Schemas["PourView"];
export type LogEntry = Schemas["LogEntry"];

/** When something happened, who did it, and an id under which it is applied once though it is sent twice. */
export interface Entry {
  id: string;
  at: string;
  note: string;
  member_id: string | null;
}

const records = (...key: unknown[]) => ["records", ...key];

export const membersQuery = queryOptions({
  queryKey: records("members"),
  queryFn: () => take(client.GET("/api/members")),
  staleTime: 60_000,
});
export const stockQuery = queryOptions({
  queryKey: records("stock"),
  queryFn: () => take(client.GET("/api/stock")),
});
/** What is in stock; nothing, for those who need not know. */
export function useStock(): Item[] {
  const may = useMay();
  return useQuery({ ...stockQuery, enabled: may("GET /api/stock") }).data ?? [];
}
export const formsQuery = queryOptions({
  queryKey: records("forms"),
  queryFn: () => take(client.GET("/api/forms")),
});
export const mouldKindsQuery = queryOptions({
  queryKey: ["mould kinds"],
  queryFn: () => take(client.GET("/api/moulds/kinds")),
  staleTime: Number.POSITIVE_INFINITY,
});
export const poursQuery = (jobId?: string) =>
  queryOptions({
    queryKey: records("pours", jobId ?? "all"),
    queryFn: () => take(client.GET("/api/pours", { params: { query: jobId ? { job_id: jobId } : {} } })),
  });
export const pourQuery = (id: string) =>
  queryOptions({
    queryKey: records("pour", id),
    queryFn: () => take(client.GET("/api/pours/{pour_id}", { params: { path: { pour_id: id } } })),
  });
export const askedQuery = (pour_id: string) =>
  queryOptions({
    queryKey: records("asked", pour_id),
    queryFn: () => take(client.GET("/api/pours/{pour_id}/asked", { params: { path: { pour_id } } })),
  });
export function askPeople(pour_id: string, members: string[]): Promise<string[]> {
  return take(client.PUT("/api/pours/{pour_id}/asked", { params: { path: { pour_id } }, body: { members } }));
}
export type Fill = Schemas["FillRequest"];
/** What a pour of some pieces would take, and from which lots. */
export const takesQuery = (jobId: string, fills: Fill[]) =>
  queryOptions({
    queryKey: records("takes", jobId, fills),
    queryFn: () =>
      take(client.POST("/api/jobs/{job_id}/takes", { params: { path: { job_id: jobId } }, body: { fills } })),
    enabled: fills.length > 0,
    placeholderData: keepPreviousData,
  });
export interface CastingsAsked {
  state?: State[];
  search?: string;
  before?: number;
  job_id?: string;
}
export const castingsQuery = (asked: CastingsAsked) =>
  queryOptions({
    queryKey: records("castings", asked),
    queryFn: () => take(client.GET("/api/castings", { params: { query: asked } })),
  });
export const castingQuery = (id: string) =>
  queryOptions({
    queryKey: records("casting", id),
    queryFn: () => take(client.GET("/api/castings/{casting_id}", { params: { path: { casting_id: id } } })),
  });
export const logQuery = (jobId: string, before?: string) =>
  queryOptions({
    queryKey: records("log", jobId, before ?? "newest"),
    queryFn: () =>
      take(
        client.GET("/api/jobs/{job_id}/log", {
          params: { path: { job_id: jobId }, query: before ? { before } : {} },
        }),
      ),
  });
export const movesQuery = (lotId: string) =>
  queryOptions({
    queryKey: records("moves", lotId),
    queryFn: () => take(client.GET("/api/lots/{lot_id}/moves", { params: { path: { lot_id: lotId } } })),
  });

/** Sends an entry; afterwards all that may tell of it is fetched anew. */
export function useSend(): <T>(work: () => Promise<T>) => Promise<T> {
  const queries = useQueryClient();
  return async (work) => {
    const done = await work();
    for (const key of ["records", "agenda", "jobs", "job"]) void fresh(queries, key);
    return done;
  };
}

/** Asks again. What is on its way for the first time may be from before: it would be taken for fresh. */
async function fresh(queries: QueryClient, key: string): Promise<void> {
  await queries.cancelQueries({ queryKey: [key] });
  await queries.invalidateQueries({ queryKey: [key] });
}

/** The people of the shop, by id. */
export function useNames(): Map<string, string> {
  const { data } = useQuery(membersQuery);
  return new Map(data?.map((member) => [member.id, member.name]));
}

const photoKeys = new WeakMap<File, string>();

/** A photo of an entry: its bytes alone, whatever the file is called; kept once, however often it is sent. */
export async function sendPhoto(entryId: string, file: File): Promise<void> {
  const key = photoKeys.get(file) ?? newId();
  photoKeys.set(file, key);
  const answer = await fetch(`/api/observations/${entryId}/photos?key=${key}`, {
    method: "POST",
    body: file,
    headers: { "content-type": "application/octet-stream" },
  }).catch(() => {
    throw new Refused(0, "No connection to Ulbrek. The entry is kept; send the photo again.");
  });
  if (answer.ok) return;
  const problem = (await answer.json().catch(() => ({}))) as { detail?: string };
  throw new Refused(answer.status, `${file.name}: ${problem.detail ?? "it was not taken."}`);
}

export type DefectView = Schemas["DefectView"];
export type CauseView = Schemas["CauseView"];
export const defectKindsQuery = queryOptions({
  queryKey: ["defect kinds"],
  queryFn: () => take(client.GET("/api/defects")),
  staleTime: Number.POSITIVE_INFINITY,
});
export type FigureView = Schemas["FigureView"];
export type FigureDetail = Schemas["FigureDetail"];
export type KnownView = Schemas["KnownView"];
export type Quantity = FigureView["quantity"];
/** Which records are looked at: of one mix, of one sort of day, of one quarter of the year. */
export interface Group {
  mix?: string;
  warmth?: KnownView["days"][number];
  season?: KnownView["seasons"][number];
}
const READ_AGAIN_MS = 1_500;
export const knownQuery = (group: Group) =>
  queryOptions({
    queryKey: records("known", group),
    queryFn: () => take(client.GET("/api/known", { params: { query: group } })),
    placeholderData: keepPreviousData,
    refetchInterval: ({ state }) => (state.data?.unread ? READ_AGAIN_MS : false),
  });
export const figureQuery = (quantity: Quantity, group: Group) =>
  queryOptions({
    queryKey: records("known", quantity, group),
    queryFn: () => take(client.GET("/api/known/{quantity}", { params: { path: { quantity }, query: group } })),
    placeholderData: keepPreviousData,
  });
export const yearQuery = (year: number | undefined) =>
  queryOptions({
    queryKey: records("year", year ?? "this"),
    queryFn: () => take(client.GET("/api/year", { params: { query: year ? { year } : {} } })),
    placeholderData: keepPreviousData,
  });
export const effectQuery = (quantity: Quantity, group: Group, at: number) =>
  queryOptions({
    queryKey: records("known effect", quantity, group, at),
    queryFn: () => take(client.GET("/api/known/{quantity}/effect", { params: { path: { quantity }, query: group } })),
  });
/** Lets plans reckon with a figure or go by the rule again, and leaves records out. */
export function useTeach(quantity: Quantity, group: Group) {
  const queries = useQueryClient();
  const path = { quantity };
  async function taught(asked: Promise<FigureDetail>) {
    const view = await asked;
    await queries.cancelQueries({ queryKey: ["records"] });
    queries.setQueryData(figureQuery(quantity, group).queryKey, view);
    for (const key of ["records", "shop", "job", "jobs", "agenda"]) void fresh(queries, key);
  }
  return {
    accept: () => taught(take(client.PUT("/api/known/{quantity}/own", { params: { path }, body: group }))),
    goByRule: () => taught(take(client.DELETE("/api/known/{quantity}/own", { params: { path, query: group } }))),
    leaveOut: (pour_id: string, reason: string) =>
      taught(
        take(
          client.PUT("/api/known/{quantity}/records/{pour_id}", {
            params: { path: { ...path, pour_id } },
            body: { ...group, reason },
          }),
        ),
      ),
  };
}
export const defectQuery = (id: string) =>
  queryOptions({
    queryKey: records("defect", id),
    queryFn: () =>
      take(client.GET("/api/observations/{observation_id}/causes", { params: { path: { observation_id: id } } })),
  });
/** Says something of a defect: its kind, whether something was so, or which cause was found. */
export function useSayOfDefect(id: string) {
  const queries = useQueryClient();
  const params = { path: { observation_id: id } };
  return async (
    said:
      | { defect: string }
      | { fact: string; so: boolean | null }
      | { cause: string | null }
      | { damage: Schemas["Damage-Input"] },
  ): Promise<void> => {
    const view = await take(
      "defect" in said
        ? client.PUT("/api/observations/{observation_id}/kind", { params, body: said })
        : "fact" in said
          ? client.PUT("/api/observations/{observation_id}/facts", { params, body: said })
          : "damage" in said
            ? client.PUT("/api/observations/{observation_id}/damage", { params, body: said.damage })
            : client.PUT("/api/observations/{observation_id}/cause", { params, body: said }),
    );
    queries.setQueryData(defectQuery(id).queryKey, view);
  };
}
