import { infiniteQueryOptions, queryOptions, useQuery } from "@tanstack/react-query";
import type { Units } from "@/units/length";
import { keepClock } from "@/units/time";
import { applied } from "./changes";
import {
  type Agenda,
  client,
  type Feature,
  type Hours,
  type JobCard,
  type JobInput,
  type JobView,
  type Piece,
  type PlanView,
  type RulePage,
  type Schemas,
  type Shop,
  take,
} from "./client";

export type Start = Schemas["Start"];

/** What is worked out anew is looked for again after so long. */
const RENEWED_MS = 1_500;

export interface JobsPage {
  cards: JobCard[];
  /** How many jobs there are on the floor. */
  count: number;
}

/** The jobs on the floor, last changed first, page by page. */
export const jobsQuery = infiniteQueryOptions({
  queryKey: ["jobs"],
  queryFn: async ({ pageParam }): Promise<JobsPage> => {
    const asked = client.GET("/api/jobs", { params: { query: pageParam ? { after: pageParam } : {} } });
    const cards = await take(asked);
    return { cards, count: Number((await asked).response.headers.get("x-total-count") ?? cards.length) };
  },
  initialPageParam: "",
  getNextPageParam: (last, pages) => {
    const shown = pages.reduce((sum, page) => sum + page.cards.length, 0);
    return shown < last.count ? last.cards.at(-1)?.id : undefined;
  },
  refetchInterval: ({ state }) =>
    state.data?.pages.some((page) => page.cards.some((card) => card.stale)) ? RENEWED_MS : false,
});

/** What a piece may be begun as. */
export const startsQuery = queryOptions({
  queryKey: ["starts"],
  queryFn: () => take(client.GET("/api/starts")),
  staleTime: Number.POSITIVE_INFINITY,
});

/** The document of a piece as it is begun, its numbers as they were typed. */
export function beginPiece(
  start: Start,
  piece: string,
  name: string,
  sizes: Record<string, string>,
  units: Units,
): Promise<Piece> {
  const body = { piece, name, units, sizes };
  return take(client.POST("/api/starts/{start}", { params: { path: { start: start.id } }, body }));
}

/** A feature as it is begun in a piece. */
export function beginFeature(kind: Feature["kind"], piece: Piece, units: Units): Promise<Feature> {
  return take(client.POST("/api/features", { body: { kind, piece, units } }));
}

/** Another outline for a piece, as large as it is now. */
export function beginOutline(kind: Piece["outline"]["kind"], piece: Piece, units: Units): Promise<Piece["outline"]> {
  return take(client.POST("/api/outlines", { body: { kind, piece, units } }));
}

/** All jobs on the floor by their names, to choose from. */
export const jobNamesQuery = queryOptions({
  queryKey: ["jobs", "names"],
  queryFn: () => take(client.GET("/api/jobs/names")),
});

export const agendaQuery = queryOptions({
  queryKey: ["agenda"],
  queryFn: (): Promise<Agenda> => take(client.GET("/api/agenda")),
  staleTime: 10_000,
  refetchInterval: ({ state }) => (state.data?.renewing ? RENEWED_MS : 60_000),
});

export const jobQuery = (id: string) =>
  queryOptions({
    queryKey: ["job", id],
    queryFn: async ({ client: queries }): Promise<JobView> => {
      const found = await take(client.GET("/api/jobs/{job_id}", { params: { path: { job_id: id } } }));
      const shown = queries.getQueryData<JobView>(["job", id]);
      return shown && shown.revision > found.revision ? shown : found; // it was kept while this was on its way
    },
    staleTime: Number.POSITIVE_INFINITY,
    refetchOnWindowFocus: "always",
  });

export const shopQuery = queryOptions({
  queryKey: ["shop"],
  queryFn: async (): Promise<Shop> => {
    const shop = await take(client.GET("/api/shop"));
    keepClock(shop.hours?.clock);
    return shop;
  },
  staleTime: 60_000,
});

export const rulesQuery = queryOptions({
  queryKey: ["rules"],
  queryFn: (): Promise<RulePage[]> => take(client.GET("/api/rules")),
  staleTime: Number.POSITIVE_INFINITY,
});

export const schoolsQuery = queryOptions({
  queryKey: ["schools"],
  queryFn: () => take(client.GET("/api/schools")),
  staleTime: Number.POSITIVE_INFINITY,
});

export const weatherQuery = queryOptions({
  queryKey: ["weather", "known"],
  queryFn: () => take(client.GET("/api/weather")),
  staleTime: 300_000,
});

/** What each hour of the coming week would be like to pour a job in, as it stands at a revision. */
export const pourWindowQuery = (id: string, revision: number) =>
  queryOptions({
    queryKey: ["weather", "window", id, revision],
    queryFn: () => take(client.GET("/api/pour-window", { params: { query: { job: [id] } } })),
    staleTime: 300_000,
  });

export const shoppingQuery = (ids: readonly string[]) =>
  queryOptions({
    queryKey: ["shopping", ...ids],
    queryFn: () => take(client.GET("/api/shopping", { params: { query: { job: [...ids] } } })),
  });

/** What a job costs as it stands at a revision. */
export const costQuery = (id: string, revision: number) =>
  queryOptions({
    queryKey: ["cost", id, revision],
    queryFn: () => take(client.GET("/api/jobs/{job_id}/cost", { params: { path: { job_id: id } } })),
  });

export const historyQuery = (id: string, revision: number) =>
  queryOptions({
    queryKey: ["history", id, revision],
    queryFn: () => take(client.GET("/api/jobs/{job_id}/revisions", { params: { path: { job_id: id } } })),
  });

/** The rule book by rule. */
export function useRules(): Map<string, RulePage> {
  const { data } = useQuery(rulesQuery);
  return new Map(data?.map((page) => [page.id, page]));
}

/** The plan of a job that is not kept, in the shop and after the record of the answer held: what differs from it is sent. */
export async function planJob(
  job: JobInput,
  shop: Shop | null,
  record: JobView["record"],
  held: PlanView,
): Promise<PlanView> {
  const answer = await take(client.POST("/api/plan", { body: { job, shop, record, held: held.key } }));
  if (!("changes" in answer)) return answer;
  const { key, changes } = answer;
  return { ...applied({ job: held.job, plan: held.plan, headline: held.headline }, changes), key };
}

const at = (id: string) => ({ params: { path: { job_id: id } } });

/** Keeps a change; what differs from the answer held is sent. */
export async function editJob(
  id: string,
  parent: number,
  job: JobInput,
  what: string,
  held: PlanView,
): Promise<JobView> {
  const answer = await take(
    client.PUT("/api/jobs/{job_id}", { ...at(id), body: { parent, job, what, held: held.key } }),
  );
  if (!("changes" in answer)) return answer;
  const { changes, base: _, ...kept } = answer;
  return { ...kept, ...applied({ job: held.job, plan: held.plan, headline: held.headline }, changes) };
}

export function stepJob(id: string, parent: number, step: "undo" | "redo", of_others: boolean): Promise<JobView> {
  return take(client.POST(`/api/jobs/{job_id}/${step}`, { ...at(id), body: { parent, of_others } }));
}

export function setHours(hours: Hours): Promise<Shop> {
  return take(client.PUT("/api/shop/hours", { body: hours }));
}

export function setLifts(one_person_lifts_kg: number): Promise<Shop> {
  return take(client.PUT("/api/shop/lifts", { body: { one_person_lifts_kg } }));
}

/** A size that a sheet is sold in. */
export type SheetSize = Schemas["SheetSizeRequest"];

export function setSheetSizes(sheet: string, sizes: SheetSize[]): Promise<Shop> {
  return take(
    client.PUT("/api/shop/sheets/{sheet_id}/sizes", {
      params: { path: { sheet_id: sheet } },
      body: { sizes },
    }),
  );
}

export function beginJob(job: JobInput): Promise<JobView> {
  return take(client.POST("/api/jobs", { body: { job } }));
}

export function beginJobFromFile(file: Record<string, unknown>): Promise<JobView> {
  return take(client.POST("/api/jobs/from-file", { body: file }));
}

/** Begins a job like one that was made, numbered on. */
export function beginAnother(id: string, key: string) {
  return take(client.POST("/api/jobs/{job_id}/another", { ...at(id), body: { id: key, name: "" } }));
}

/** A job and its variants by their names, the job itself first. */
export const variantsQuery = (id: string) =>
  queryOptions({
    queryKey: ["jobs", "variants", id],
    queryFn: () => take(client.GET("/api/jobs/{job_id}/variants", at(id))),
    staleTime: 60_000,
  });

/** The plans of a job and its variants beside each other. */
export const comparedQuery = (id: string) =>
  queryOptions({
    queryKey: ["jobs", "compared", id],
    queryFn: () => take(client.GET("/api/jobs/{job_id}/compare", at(id))),
    refetchOnMount: "always",
  });

export function beginVariant(id: string, key: string) {
  return take(client.POST("/api/jobs/{job_id}/variants", { ...at(id), body: { id: key, name: "" } }));
}

/** Takes a variant as the plan of its job, as that was at a revision. */
export function takeVariant(id: string, variant: string, parent: number): Promise<JobView> {
  return take(client.POST("/api/jobs/{job_id}/choose", { ...at(id), body: { variant, parent } }));
}

export function archiveJob(id: string): Promise<void> {
  return take(client.POST("/api/jobs/{job_id}/archive", at(id)));
}
