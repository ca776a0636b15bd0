/**
 * What this device keeps: sheets that are worked from, entries that are not sent yet, and photos that wait.
 * Each lies in a box, named for what it is of.
 */

import { type DBSchema, type IDBPDatabase, openDB } from "idb";

/** What every entry has, whatever it says. */
export interface Dated {
  id: string;
  at: string;
}

/** What a server tells of a box: all entries that it has, and its clock [ms since 1970]. */
export interface Told<Entry extends Dated> {
  entries: Entry[];
  now: number;
}

/** An entry that was made here: what it says, and why it was refused if it was. */
export interface Waiting<Entry extends Dated> {
  entry: Entry;
  pour: string;
  refused: string | null;
}

/** A sheet as the server last told it, and how far this device's clock ran ahead of it [ms]. */
export interface KeptSheet<View> {
  view: View;
  ahead: number;
}

/** Up when sheets change their shape: one that an older program kept is not read, and asked for anew. */
const SHAPE = 2;

interface KeptPhoto {
  entry: string;
  pour: string;
  file: Blob;
  /** Why the server did not take it; it stays here. */
  refused?: string;
}

interface Kept extends DBSchema {
  sheets: { key: string; value: KeptSheet<unknown> & { shape?: number } };
  entries: { key: string; value: Waiting<Dated>; indexes: { pour: string } };
  photos: { key: string; value: KeptPhoto };
}

/** Not only given to the system: a battery may be empty the moment after. */
const ON_DISK = { durability: "strict" } as const;

let opened: Promise<IDBPDatabase<Kept>> | null = null;

function database(): Promise<IDBPDatabase<Kept>> {
  opened ??= openDB<Kept>("pours", 1, {
    upgrade(db) {
      db.createObjectStore("sheets");
      db.createObjectStore("entries").createIndex("pour", "pour");
      db.createObjectStore("photos");
    },
  });
  return opened;
}

export async function keepSheet<View>(box: string, sheet: KeptSheet<View>): Promise<void> {
  await (await database()).put("sheets", { ...sheet, shape: SHAPE }, box);
}

/** What was kept in a box is of its shape: each is written by the room that reads it. */
export async function keptSheet<View>(box: string): Promise<KeptSheet<View> | undefined> {
  const found = await (await database()).get("sheets", box);
  return found?.shape === SHAPE ? (found as KeptSheet<View>) : undefined;
}

/** Keeps an entry; once this is done neither a reload nor an empty battery loses it. */
export async function keepEntry(box: string, entry: Dated): Promise<void> {
  const change = (await database()).transaction("entries", "readwrite", ON_DISK);
  await Promise.all([change.store.put({ entry, pour: box, refused: null }, entry.id), change.done]);
}

export async function waiting<Entry extends Dated>(box: string): Promise<Waiting<Entry>[]> {
  return (await (await database()).getAllFromIndex("entries", "pour", box)) as Waiting<Entry>[];
}

/** How many entries and photos of any box are not with the server yet. */
export async function unsent(): Promise<number> {
  const db = await database();
  return (await db.count("entries")) + (await db.count("photos"));
}

/** Forgets the sheets of all boxes: whoever has this device next has no business with them. */
export async function forgetSheets(): Promise<void> {
  await (await database()).clear("sheets");
}

/** They are with the server now. */
export async function sent(ids: readonly string[]): Promise<void> {
  const change = (await database()).transaction("entries", "readwrite");
  await Promise.all([...ids.map((id) => change.store.delete(id)), change.done]);
}

export async function refuse(box: string, entry: Dated, why: string): Promise<void> {
  await (await database()).put("entries", { entry, pour: box, refused: why }, entry.id);
}

export async function keepPhoto(box: string, entry: string, file: Blob): Promise<void> {
  const change = (await database()).transaction("photos", "readwrite", ON_DISK);
  await Promise.all([change.store.put({ entry, pour: box, file }, entry), change.done]);
}

export async function photosOf(box: string): Promise<KeptPhoto[]> {
  return (await (await database()).getAll("photos")).filter((one) => one.pour === box);
}

export async function refusePhoto(photo: KeptPhoto, why: string): Promise<void> {
  await (await database()).put("photos", { ...photo, refused: why }, photo.entry);
}

export async function photoSent(entry: string): Promise<void> {
  await (await database()).delete("photos", entry);
}
