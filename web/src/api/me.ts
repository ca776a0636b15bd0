/** Who one is here, what one may ask for, and coming in and going out. */

import { type QueryClient, queryOptions, useQuery } from "@tanstack/react-query";
import type { Units } from "@/units/length";
import { client, type Schemas, take } from "./client";
import type { paths } from "./schema";

export type Me = Schemas["Me"];
export type Device = Schemas["Device"];
/** An address as its rule is written. */
export type Address = `${"GET" | "POST" | "PUT" | "PATCH" | "DELETE"} ${keyof paths & string}`;

export const meQuery = queryOptions({
  queryKey: ["me"],
  queryFn: () => take(client.GET("/api/me")),
  staleTime: 60_000,
});

/** Somebody else is here now, or nobody: all that was shown is forgotten, and who it is is asked anew. */
export async function beginAnew(queries: QueryClient): Promise<void> {
  queries.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== "me" });
  await queries.fetchQuery({ ...meQuery, staleTime: 0 });
}

/** Tells whether one may ask for an address; until that is known one may not. */
export function useMay(): (address: Address) => boolean {
  const { data } = useQuery(meQuery);
  return (address) => data?.may.includes(address) ?? false;
}

/** How this device is called unless somebody says otherwise. */
export function deviceName(): string {
  return matchMedia("(pointer: coarse)").matches ? "Phone" : "Laptop";
}

export function signIn(login: string, passphrase: string): Promise<unknown> {
  return take(client.POST("/api/sign-in", { body: { login, passphrase, device: deviceName() } }));
}

export function lookAtCode(code: string): Promise<Schemas["Invitation"]> {
  return take(client.POST("/api/invitation", { body: { code } }));
}

interface Owner {
  name: string;
  login: string;
  passphrase: string;
  units: Units;
}

export function join(code: string, device: string, owner?: Owner): Promise<unknown> {
  return take(client.POST("/api/join", { body: { code, device, ...owner } }));
}

export function signOut(): Promise<unknown> {
  return take(client.POST("/api/sign-out"));
}

export const devicesQuery = queryOptions({
  queryKey: ["me", "devices"],
  queryFn: () => take(client.GET("/api/me/devices")),
});

export const passkeysQuery = queryOptions({
  queryKey: ["me", "passkeys"],
  queryFn: () => take(client.GET("/api/me/passkeys")),
});

const deviceAt = (device_id: string) => ({ params: { path: { device_id } } });

export function endMyDevice(id: string): Promise<Device[]> {
  return take(client.POST("/api/me/devices/{device_id}/end", deviceAt(id)));
}

export function nameMyDevice(id: string, name: string): Promise<Device[]> {
  return take(client.PUT("/api/me/devices/{device_id}", { ...deviceAt(id), body: { name } }));
}

export function endMyOtherDevices(): Promise<Device[]> {
  return take(client.POST("/api/me/devices/end"));
}

export function setPassphrase(body: Schemas["PassphraseRequest"]): Promise<unknown> {
  return take(client.PUT("/api/me/passphrase", { body }));
}

/** Whether this browser has passkeys, and the address is one that they can be bound to. */
export function passkeysFit(me: Me | undefined): boolean {
  return Boolean(me?.passkeys_fit && window.PublicKeyCredential?.parseCreationOptionsFromJSON);
}

export async function addPasskey(name: string): Promise<unknown> {
  const asked = await take(client.POST("/api/me/passkeys/begin"));
  const publicKey = PublicKeyCredential.parseCreationOptionsFromJSON(
    asked.options as unknown as PublicKeyCredentialCreationOptionsJSON,
  );
  const made = await navigator.credentials.create({ publicKey });
  return take(client.POST("/api/me/passkeys", { body: { challenge: asked.id, credential: plain(made), name } }));
}

export function removePasskey(passkey_id: string): Promise<unknown> {
  return take(client.DELETE("/api/me/passkeys/{passkey_id}", { params: { path: { passkey_id } } }));
}

export async function signInByPasskey(): Promise<unknown> {
  const asked = await take(client.POST("/api/sign-in/passkey/begin"));
  const publicKey = PublicKeyCredential.parseRequestOptionsFromJSON(
    asked.options as unknown as PublicKeyCredentialRequestOptionsJSON,
  );
  const found = await navigator.credentials.get({ publicKey });
  return take(
    client.POST("/api/sign-in/passkey", {
      body: { challenge: asked.id, credential: plain(found), name: deviceName() },
    }),
  );
}

function plain(credential: Credential | null): Record<string, never> {
  if (!(credential instanceof PublicKeyCredential)) throw new Error("The browser gave no passkey.");
  return credential.toJSON() as Record<string, never>;
}
