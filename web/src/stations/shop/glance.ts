/** What is said of an entry of the shop's lists at a glance. */

import type { Draft, ShopList } from "@/api/shop";
import { type FieldSpec, specsOf } from "@/parts/specs";
import { valueWords } from "@/parts/values";
import type { Units } from "@/units/length";
import { entryOf, write, writeMoney } from "@/units/quantity";
import { KINDS } from "@/units/table";

/** By what people tell one from another, in the order they say it. */
const SAID: Record<ShopList["name"], readonly string[]> = {
  mixes: ["sizes", "kind", "strength_28_least_mpa", "workable_min", "fibre_in"],
  ingredients: ["kind", "pack_kg", "largest_mm", "price"],
  admixtures: ["kind", "usual", "pack_g", "price"],
  standby: ["volume_l"],
  sheets: ["thickness_mm", "length_mm", "face", "price"],
  liners: ["thickness_mm", "length_mm", "bends_to_mm", "price"],
  lumber: ["lengths_mm", "price_m"],
  linear: ["section", "outside_mm", "lengths_mm", "price_m"],
  foams: ["thickness_mm", "length_mm", "price"],
  formers: ["shape", "length_mm", "depth_mm", "stays", "price"],
  sealants: ["kind", "pack_l", "cure_h", "price"],
  tapes: ["width_mm", "roll_m", "price"],
  releases: ["kind", "coverage_m2_per_l", "pack_l", "price"],
  screws: ["lengths_mm", "box", "price"],
  bars: ["diameter_mm", "stock_length_mm", "finish", "price"],
  meshes: ["wire_mm", "spacing_mm", "sheet_length_mm", "finish", "price"],
  sealers: ["kind", "coats", "coverage_m2_per_l", "pack_l", "price"],
  slurries: ["kg_m2", "pack_kg", "price"],
  pads: ["grit", "life_m2", "price"],
  containers: ["volume_l", "machine_min", "price"],
  saws: ["kind", "kerf_mm"],
  vibrators: ["kind", "carries_kg"],
  carriers: ["kind", "carries_kg"],
  grinders: ["disc_mm", "rate_m2_h", "wet"],
};
/** What is known by its number alone: 16 mm, 6 mm, 45 L. */
const PLAIN = new Set(["thickness_mm", "diameter_mm", "volume_l", "pack_kg", "pack_g", "pack_l", "roll_m"]);
/** A side that is said together with the other. */
const ACROSS: Record<string, string> = { length_mm: "width_mm", sheet_length_mm: "sheet_width_mm" };
const DOSED: Record<string, string> = {
  cement: "% of cement",
  "dry mix": "% of the dry mix",
  bag: "g a bag",
  pack: "packs a bag",
  m3: "g/m³",
};

export function glance(list: ShopList, entry: Draft, units: Units, currency: string): string[] {
  const specs = specsOf(list.of);
  return SAID[list.name].flatMap((key) => {
    const spec = specs.find((one) => one.key === key);
    return spec ? (said(spec, entry, units, currency) ?? []) : [];
  });
}

function said(spec: FieldSpec, entry: Draft, units: Units, currency: string): string | string[] | null {
  const { key, label, unit } = spec;
  const value = entry[key];
  if (value == null || value === false) return null;
  if (value === true) return label.toLowerCase();
  if (key === "sizes" && Array.isArray(value)) return value.map((size) => bag(size, currency));
  if (typeof value === "string") return valueWords(value, key);
  if (key === "usual") return `${String(value)} ${DOSED[String(entry.base)] ?? ""}`;
  if (unit === "price" && typeof value === "number") return writeMoney(value, currency);
  if (unit === "price/m" && typeof value === "number")
    return `${writeMoney(entryOf(unit, units).show(value), currency)} a ${units === "in" ? "foot" : "metre"}`;
  const other = entry[ACROSS[key] ?? ""];
  if (typeof other === "number" && typeof value === "number") return sheet(value, other, unit, units);
  const text = quantity(value, unit, units);
  return PLAIN.has(key) ? text : `${label.toLowerCase()} ${text}`;
}

/** A quantity of a field, as it is read. */
export function quantity(value: unknown, unit: string | undefined, units: Units): string {
  if (Array.isArray(value)) return value.map((one) => quantity(one, unit, units)).join(", ");
  if (typeof value !== "number") return String(value);
  const kind = unit === "volume" || unit === "sip" ? "l" : (unit ?? "1");
  return kind in KINDS || kind === "sold" ? write(value, kind, units) : String(value);
}

/** The short side first, as sheets are called, the unit once. */
function sheet(one: number, other: number, unit: string | undefined, units: Units): string {
  const [short, long] = [Math.min(one, other), Math.max(one, other)].map((mm) => quantity(mm, unit, units));
  const named = long?.split("\u00a0")[1];
  return `${named && short?.endsWith(named) ? short.slice(0, -named.length - 1) : short} × ${long}`;
}

function bag({ name, price }: Draft, currency: string): string {
  return typeof price === "number" ? `${String(name)} at ${writeMoney(price, currency)}` : String(name);
}
