/** What this device keeps of pours: their sheets, entries that are not sent yet, and photos that wait. */

import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { RunEntry, RunView } from "./types";

/** An entry that was made here: what it says, and why it was refused if it was. */
export interface Waiting {
  entry: RunEntry;
  pour: string;
  refused: string | null;
}

/** A sheet as the server last told it, and how far this device's clock ran ahead of it [ms]. */
export interface KeptSheet {
  view: RunView;
  ahead: number;
}

/** Up when sheets change their shape: one that an older program kept is not read, and asked for anew. */
const SHAPE = 2;

interface Kept extends DBSchema {
  sheets: { key: string; value: KeptSheet & { shape?: number } };
  entries: { key: string; value: Waiting; indexes: { pour: string } };
  photos: { key: string; value: { entry: string; pour: string; file: Blob } };
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

export async function keepSheet(sheet: KeptSheet): Promise<void> {
  await (await database()).put("sheets", { ...sheet, shape: SHAPE }, sheet.view.pour_id);
}

export async function keptSheet(pour: string): Promise<KeptSheet | undefined> {
  const found = await (await database()).get("sheets", pour);
  return found?.shape === SHAPE ? found : undefined;
}

/** Keeps an entry; once this is done neither a reload nor an empty battery loses it. */
export async function keepEntry(pour: string, entry: RunEntry): Promise<void> {
  const change = (await database()).transaction("entries", "readwrite", ON_DISK);
  await Promise.all([change.store.put({ entry, pour, refused: null }, entry.id), change.done]);
}

export async function waiting(pour: string): Promise<Waiting[]> {
  return (await database()).getAllFromIndex("entries", "pour", pour);
}

/** How many entries of any pour are not with the server yet. */
export async function unsent(): Promise<number> {
  return (await database()).count("entries");
}

/** Forgets the sheets of all pours: whoever has this device next has no business with them. */
export async function forgetSheets(): Promise<void> {
  await (await database()).clear("sheets");
}

/** They are with the server now. */
export async function sent(ids: readonly string[]): Promise<void> {
  const change = (await database()).transaction("entries", "readwrite");
  await Promise.all([...ids.map((id) => change.store.delete(id)), change.done]);
}

export async function refuse(pour: string, entry: RunEntry, why: string): Promise<void> {
  await (await database()).put("entries", { entry, pour, refused: why }, entry.id);
}

export async function keepPhoto(pour: string, entry: string, file: Blob): Promise<void> {
  const change = (await database()).transaction("photos", "readwrite", ON_DISK);
  await Promise.all([change.store.put({ entry, pour, file }, entry), change.done]);
}

export async function photosOf(pour: string): Promise<{ entry: string; file: Blob }[]> {
  return (await (await database()).getAll("photos")).filter((one) => one.pour === pour);
}

export async function photoSent(entry: string): Promise<void> {
  await (await database()).delete("photos", entry);
}
