/** The shop's lists, its people, and what it usually does. */

import type { Units } from "@/units/length";
import { client, type Schemas, type Shop, take } from "./client";
import { SHOP_LISTS } from "./fields";

export type ShopList = (typeof SHOP_LISTS)[number];
/** An entry of a list: numbers as they are kept, or texts as they were typed. */
export type Draft = Record<string, unknown>;
export type TableRead = Schemas["TableRead"];

export function listOf(name: string): ShopList | undefined {
  return SHOP_LISTS.find((one) => one.name === name);
}

const at = (name: string, entry_id: string) => ({ params: { path: { name, entry_id } } });

export function addEntry(name: string, entry: Draft, units: Units): Promise<Shop> {
  const body = { entry: plain(entry), units };
  return take(client.POST("/api/shop/lists/{name}/entries", { params: { path: { name } }, body }));
}

export function editEntry(name: string, id: string, entry: Draft, units: Units): Promise<Shop> {
  return take(
    client.PUT("/api/shop/lists/{name}/entries/{entry_id}", { ...at(name, id), body: { entry: plain(entry), units } }),
  );
}

export function removeEntry(name: string, id: string): Promise<Shop> {
  return take(client.DELETE("/api/shop/lists/{name}/entries/{entry_id}", at(name, id)));
}

export function putFirst(name: string, id: string): Promise<Shop> {
  return take(client.POST("/api/shop/lists/{name}/entries/{entry_id}/first", at(name, id)));
}

/** Reads a table into a list; without `keep` it is only looked at. */
export function readTable(name: string, table: string, units: Units, keep: boolean): Promise<TableRead> {
  return take(
    client.POST("/api/shop/lists/{name}/table", { params: { path: { name } }, body: { table, units, keep } }),
  );
}

export function setShop(told: Schemas["ShopRequest"]): Promise<Shop> {
  return take(client.PATCH("/api/shop", { body: told }));
}

export const memberPath = (member_id: string) => ({ params: { path: { member_id } } });

/** As it is sent: what JSON has no word for is left out. */
function plain(entry: Draft): Schemas["ListedRequest"]["entry"] {
  return JSON.parse(JSON.stringify(entry)) as Schemas["ListedRequest"]["entry"];
}
