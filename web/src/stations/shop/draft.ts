/** An entry as it is typed: what was not touched stays as it is kept, what was is a text for the core to read. */

import type { Draft } from "@/api/shop";
import { type DocumentName, type FieldSpec, isDocument, specsOf } from "@/parts/specs";
import { type Units, writeLength } from "@/units/length";
import { entryOf } from "@/units/quantity";
import { quantity } from "./glance";

const LENGTHS = new Set(["mm", "sold"]);

/** How a value stands in its field. */
export function shownIn(spec: FieldSpec, value: unknown, units: Units): string {
  if (Array.isArray(value)) return value.map((one) => shownIn(spec, one, units)).join("; ");
  if (typeof value !== "number") return value == null ? "" : String(value);
  if (spec.unit === undefined) return String(value);
  if (LENGTHS.has(spec.unit)) return writeLength(value, units, spec.unit).replaceAll("\u00a0", " ");
  return String(entryOf(spec.unit, units).show(value));
}

/** The unit that a bare number in a field is in; a length says its own. */
export function unitIn(spec: FieldSpec, units: Units): string {
  return spec.unit === undefined || LENGTHS.has(spec.unit) ? "" : entryOf(spec.unit, units).name;
}

/** What stands in an empty field: what is meant where nothing is typed. */
export function meant(spec: FieldSpec, units: Units): string {
  if (spec.none !== undefined) return spec.none;
  return typeof spec.default === "number" ? `usually ${quantity(spec.default, spec.unit, units)}` : "";
}

/** A new entry: nothing but the lists that want one item at least. */
export function empty(of: DocumentName): Draft {
  const needed = specsOf(of).filter((spec) => isListOfRows(spec) && isNeeded(spec));
  return Object.fromEntries(needed.map((spec) => [spec.key, [{}]]));
}

/** Whether a list must have an item: a mix comes in bags. */
export function isNeeded(spec: FieldSpec): boolean {
  return spec.key === "sizes";
}

/** Whether a field is a list of documents, shown as rows of their own fields. */
export function isListOfRows(spec: FieldSpec): spec is FieldSpec & { of: DocumentName } {
  return spec.as === "list" && spec.of !== undefined && isDocument(spec.of);
}
