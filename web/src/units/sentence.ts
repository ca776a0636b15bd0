/** Sentences with numbers in them, in the reader's units, as the core writes them. */

import type { Units } from "./length";
import { write, writeApart, writeRange } from "./quantity";
import { KINDS } from "./table";

export type Values = Record<string, { value: number; unit: string } | string>;

// `{name}` is a value, `{low–high}` the range of two; `{20 limit}` a fixed number and its kind; `{3 to 6 limit}` a range of them.
const PLACE = /\{([^{}]+)\}/g;
const FIXED = /^(-?\d+(?:\.\d+)?)(?: to (-?\d+(?:\.\d+)?))? (.+)$/;

/** A sentence in the reader's units; two numbers in it that differ are never written alike. */
export function fill(text: string, values: Values, units: Units): string {
  const named = [...new Set([...text.matchAll(PLACE)].map(([, name = ""]) => name))].flatMap((name) => {
    const value = values[name];
    return value === undefined || typeof value === "string" ? [] : [{ name, ...value }];
  });
  const texts = writeApart(
    named.map(({ value }) => value),
    named.map(({ unit }) => unit),
    units,
  );
  const written = new Map(named.map(({ name }, index) => [name, texts[index] ?? ""]));
  return text.replace(PLACE, (_, place: string) => written.get(place) ?? plain(place, values, units));
}

/** What belongs in a place; where it is none of ours, such as a name that somebody typed in braces, as it stands. */
function plain(place: string, values: Values, units: Units): string {
  const value = values[place];
  if (typeof value === "object") return write(value.value, value.unit, units);
  if (value !== undefined) return fill(value, {}, units);
  const [from, to] = place.split("–").map((name) => values[name]);
  if (typeof from === "object" && typeof to === "object") return writeRange(from.value, to.value, to.unit, units);
  const [, low, high, kind = ""] = FIXED.exec(place) ?? [];
  if (low === undefined || !(kind in KINDS || kind === "limit" || kind === "sold")) return `{${place}}`;
  return high === undefined ? write(Number(low), kind, units) : writeRange(Number(low), Number(high), kind, units);
}
