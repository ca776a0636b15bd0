/** How quantities other than lengths are shown. */

import { trim, type Units, writeLength } from "./length";

const KG_PER_POUND = 0.45359237;
const LITRES_PER_QUART = 0.946352946;
const LITRES_PER_CUBIC_FOOT = 28.316846592;
const M2_PER_SQUARE_FOOT = 0.09290304;
const PSI_PER_MPA = 145.0377;
const POUND_FORCE_PER_N = 0.224809;
const FOOT_POUND_PER_NM = 0.737562;
const FEET_PER_METRE = 3.280839895;

interface Shown {
  name: string;
  factor: number;
  decimals: number;
}

const SAME = (name: string, decimals: number) => ({
  mm: { name, factor: 1, decimals },
  in: { name, factor: 1, decimals },
});

const SHOWN: Record<string, { mm: Shown; in: Shown }> = {
  g: SAME("g", 1), // doses are weighed in grams everywhere
  ml: SAME("ml", 0),
  min: SAME("min", 0),
  kg: { mm: { name: "kg", factor: 1, decimals: 1 }, in: { name: "lb", factor: 1 / KG_PER_POUND, decimals: 0 } },
  l: { mm: { name: "l", factor: 1, decimals: 1 }, in: { name: "qt", factor: 1 / LITRES_PER_QUART, decimals: 1 } },
  m2: { mm: { name: "m²", factor: 1, decimals: 2 }, in: { name: "ft²", factor: 1 / M2_PER_SQUARE_FOOT, decimals: 1 } },
  mm2: {
    mm: { name: "m²", factor: 1e-6, decimals: 3 },
    in: { name: "ft²", factor: 1e-6 / M2_PER_SQUARE_FOOT, decimals: 2 },
  },
  MPa: { mm: { name: "MPa", factor: 1, decimals: 2 }, in: { name: "psi", factor: PSI_PER_MPA, decimals: 0 } },
  N: { mm: { name: "N", factor: 1, decimals: 0 }, in: { name: "lbf", factor: POUND_FORCE_PER_N, decimals: 0 } },
  "N.m": {
    mm: { name: "N·m", factor: 1, decimals: 1 },
    in: { name: "ft·lbf", factor: FOOT_POUND_PER_NM, decimals: 1 },
  },
  m: { mm: { name: "m", factor: 1, decimals: 1 }, in: { name: "ft", factor: FEET_PER_METRE, decimals: 1 } },
  mm4: { mm: { name: "cm⁴", factor: 1e-4, decimals: 1 }, in: { name: "in⁴", factor: 1 / 416231.4256, decimals: 2 } },
  "kg/m": { mm: { name: "kg/m", factor: 1, decimals: 3 }, in: { name: "lb/ft", factor: 0.671969, decimals: 3 } },
  "m2/l": { mm: { name: "m²/l", factor: 1, decimals: 1 }, in: { name: "ft²/gal", factor: 40.7458, decimals: 0 } },
  d: { mm: { name: "days", factor: 1, decimals: 1 }, in: { name: "days", factor: 1, decimals: 1 } },
  h: { mm: { name: "h", factor: 1, decimals: 1 }, in: { name: "h", factor: 1, decimals: 1 } },
  "kg/m3": { mm: { name: "kg/m³", factor: 1, decimals: 0 }, in: { name: "lb/ft³", factor: 0.0624279606, decimals: 1 } },
};
const ONE: Record<string, string> = {
  bags: "bag",
  measures: "measure",
  batches: "batch",
  people: "person",
  screws: "screw",
  sheets: "sheet",
  cartridges: "cartridge",
  rolls: "roll",
  boxes: "box",
  bars: "bar",
  ties: "tie",
  pieces: "piece",
  places: "place",
  lengths: "length",
  kerfs: "kerf",
  packs: "pack",
  spoons: "spoon",
  castings: "casting",
};

const SMALL_MM = 3;
const SMALL_L = 0.2;
const FLUID_OUNCE_PER_LITRE = 33.8140227;

/** A small volume: millilitres or fluid ounces. */
function writeSip(litres: number, units: Units): string {
  return units === "mm" ? `${Math.round(litres * 1000)} ml` : `${(litres * FLUID_OUNCE_PER_LITRE).toFixed(1)} fl oz`;
}

/** A length below the marks that people read: to the nearest mark where it is one, else in millimetres. */
function writeSmall(mm: number, units: Units): string {
  const written = writeLength(mm, units);
  const onMark = units === "in" && mm !== 0 && !/[+−]/.test(written) && written !== "0″";
  return onMark || mm === 0 ? written : `${Number(mm.toPrecision(2))} mm`;
}

/** Areas below this are of bars, not of tops. */
const SMALL_MM2 = 50_000;
const MM2_PER_SQUARE_INCH = 645.16;

export function write(value: number, unit: string, units: Units): string {
  if (unit === "mm") return Math.abs(value) < SMALL_MM ? writeSmall(value, units) : writeLength(value, units);
  if (unit === "l" && value > 0 && value < SMALL_L) return writeSip(value, units);
  if (unit === "C") return writeTemperature(value, units);
  if (unit === "%") return `${Number(value.toPrecision(2))} %`;
  if (unit === "price") return grouped(value, 2);
  if (unit === "mm2" && Math.abs(value) < SMALL_MM2)
    return units === "mm" ? `${trim(value, 0)} mm²` : `${trim(value / MM2_PER_SQUARE_INCH, 2)} in²`;
  if (unit === "deg") return `${trim(value, 1)}°`;
  const one = ONE[unit];
  if (one) return `${trim(value, 2)} ${value === 1 ? one : unit}`;
  const known = SHOWN[unit]?.[units];
  return known ? `${grouped(value * known.factor, known.decimals)} ${known.name}` : trim(value, 4);
}

/** A number to so many decimals, its thousands set apart. */
function grouped(value: number, decimals: number): string {
  return value.toLocaleString("en-US", { minimumFractionDigits: decimals, maximumFractionDigits: decimals });
}

/** Low to high, the unit said once. */
export function writeRange(low: number, high: number, unit: string, units: Units): string {
  const [from, to] = [write(low, unit, units), write(high, unit, units)];
  if (from === to) return to;
  return `${from.slice(0, from.lastIndexOf(" "))}–${to}`;
}

/** Litres of concrete: litres or cubic feet, as concrete is bought. */
export function writeVolume(litres: number, units: Units): string {
  return units === "mm" ? `${litres.toFixed(1)} l` : `${(litres / LITRES_PER_CUBIC_FOOT).toFixed(2)} ft³`;
}

/** Water in a field: litres, or quarts. */
export const WATER: Record<Units, { name: string; litres: number }> = {
  mm: { name: "l", litres: 1 },
  in: { name: "qt", litres: LITRES_PER_QUART },
};

export const MASS: Record<Units, { name: string; kg: number }> = {
  mm: { name: "kg", kg: 1 },
  in: { name: "lb", kg: KG_PER_POUND },
};

/** A temperature in the reader's scale. */
function writeTemperature(celsius: number, units: Units): string {
  return units === "mm" ? `${trim(celsius, 1)} °C` : `${trim(celsius * 1.8 + 32, 0)} °F`;
}

/** So many hours, said as people say it. */
export function writeHours(hours: number): string {
  if (hours < 1) return `${Math.round(hours * 60)} min`;
  if (hours < 10) return `${trim(hours, 1)} h`;
  if (hours < 72) return `${Math.round(hours)} h`;
  return `${trim(hours / 24, 1)} days`;
}
