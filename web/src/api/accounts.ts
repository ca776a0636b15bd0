/** Who may come in, said by an owner; and links that show one job. */

import { queryOptions } from "@tanstack/react-query";
import { client, Refused, type Schemas, take } from "./client";

export type PersonAtDoor = Schemas["PersonAtDoor"];
export type Role = NonNullable<PersonAtDoor["account"]>["role"];
export type CodeView = Schemas["CodeView"];
export type SharedView = Schemas["SharedView"];

export const accountsQuery = queryOptions({
  queryKey: ["accounts"],
  queryFn: () => take(client.GET("/api/accounts")),
});

export const securityQuery = queryOptions({
  queryKey: ["security"],
  queryFn: () => take(client.GET("/api/security")),
});

const member = (member_id: string) => ({ params: { path: { member_id } } });

export function setRole(id: string, role: Role): Promise<PersonAtDoor[]> {
  return take(client.PUT("/api/accounts/{member_id}", { ...member(id), body: { role } }));
}

export function makeCode(id: string, role: Role): Promise<CodeView> {
  return take(client.POST("/api/accounts/{member_id}/code", { ...member(id), body: { role } }));
}

/** Whether a device has come in by a code, looked for again and again while the code is shown. */
export const codeQuery = (code_id: string) =>
  queryOptions({
    queryKey: ["code", code_id],
    queryFn: () => take(client.GET("/api/codes/{code_id}", { params: { path: { code_id } } })),
    refetchInterval: ({ state }) => (state.data ? false : 1_000),
    gcTime: 0,
  });

export function shutOut(id: string): Promise<PersonAtDoor[]> {
  return take(client.POST("/api/accounts/{member_id}/shut-out", member(id)));
}

export function endDevice(device_id: string): Promise<PersonAtDoor[]> {
  return take(client.POST("/api/devices/{device_id}/end", { params: { path: { device_id } } }));
}

const job = (job_id: string) => ({ params: { path: { job_id } } });

export const linksQuery = (id: string) =>
  queryOptions({
    queryKey: ["links", id],
    queryFn: () => take(client.GET("/api/jobs/{job_id}/links", job(id))),
  });

export function makeLink(id: string, body: Schemas["LinkRequest"]): Promise<Schemas["NewLink"]> {
  return take(client.POST("/api/jobs/{job_id}/links", { ...job(id), body }));
}

export function endLink(link_id: string): Promise<unknown> {
  return take(client.POST("/api/links/{link_id}/end", { params: { path: { link_id } } }));
}

const shown = (token: string) => ({ headers: { authorization: `Bearer ${token}` } });

export const sharedQuery = (token: string) =>
  queryOptions({
    queryKey: ["shared", token],
    queryFn: () => take(client.GET("/api/shared", shown(token))),
    staleTime: 60_000,
  });

/** The papers of the job that a link shows. */
export async function sharedPack(token: string, units: "in" | "mm", paper: "a4" | "letter"): Promise<Blob> {
  const query = { units, paper };
  const found: unknown = await take(
    client.GET("/api/shared/pack", { ...shown(token), params: { query }, parseAs: "blob" }),
  );
  if (!(found instanceof Blob)) throw new Refused(0, "The papers did not come whole. Try again.");
  return found;
}
