/** How quantities are shown: the core's table of kinds, read as the core reads it. */

import type { Units } from "./length";
import { type Band, COUNTED, ENTRIES, KINDS, PAIRS, WHOLE_CURRENCIES } from "./table";

const NBSP = "\u00a0";
const TRIFLE = 1e-6; // of a step: what is off by less is on it
const PAIR_MM = 1; // a limit that near to a pair of the trade is that pair
const EXACT_FIGURES = 5;
const MM_PER_INCH = 25.4;
const MM_PER_FOOT = 304.8;
const SOLD_MM = 6; // sheets and lumber are sold by the foot, and cut to the nearest round millimetres
const LENGTHS = new Set([
  "mm",
  "cut",
  "tape",
  "hold",
  "spacing",
  "at most",
  "there",
  "needed",
  "bow",
  "fine",
  "limit",
  "screw",
  "sold",
]);

/** A quantity as it is read on the bench; its kind is a unit of the rules, or what is meant by it. */
export function write(value: number, kind: string, units: Units): string {
  return written(value, kind, units, value);
}

/** Low to high in one unit and to one precision, the unit said once; of what is so much at most the safe end alone. */
export function writeRange(low: number, high: number, kind: string, units: Units): string {
  if (kind === "at most") return write(low, kind, units);
  const size = Math.max(Math.abs(low), Math.abs(high));
  const [first, last] = [written(low, kind, units, size), written(high, kind, units, size)];
  if (first === last) return last;
  if (LENGTHS.has(kind) && units === "in") return `${first.replace(/″$/, "")}–${last}`;
  const cut = first.lastIndexOf(NBSP);
  return cut > 0 && (COUNTED[kind] || last.endsWith(first.slice(cut)))
    ? `${first.slice(0, cut)}–${last}`
    : `${first}–${last}`;
}

/** Quantities that a sentence compares: two that differ are never written alike. */
export function writeApart(values: number[], kinds: string[], units: Units): string[] {
  const texts = values.map((value, index) => write(value, kinds[index] ?? "1", units));
  values.forEach((value, index) => {
    for (let other = 0; other < index; other++) {
      const off = Math.abs(value - (values[other] ?? 0));
      if (texts[index] !== texts[other] || off <= TRIFLE * Math.max(1, Math.abs(value))) continue;
      [texts[index], texts[other]] = toldApart(value, values[other] ?? 0, kinds[index] ?? "1", units);
    }
  });
  return texts;
}

/** A quantity as it was worked out, for whoever checks it: to five figures, inches in decimals. */
export function writeExact(value: number, kind: string, units: Units): string {
  if (COUNTED[kind]) return write(value, kind, units);
  if (kind === "1" || kind === "ratio") return figures(value, EXACT_FIGURES);
  if (LENGTHS.has(kind))
    return units === "mm"
      ? `${figures(value, EXACT_FIGURES, false)}${NBSP}mm`
      : `${figures(value / MM_PER_INCH, EXACT_FIGURES, false)}″`;
  const band = bandOf(kind, units, value);
  return band ? named(figures(shownBy(band, value), EXACT_FIGURES), band) : trim(value, 4);
}

/** Water of a batch: as many times what is shown for a bag as there are bags in it. */
export function writeBatchWater(bags: number, bagL: number, units: Units): string {
  const band = bandOf("water", units, bagL);
  if (!band) return write(bags * bagL, "water", units);
  const shown = Number(stepped(shownBy(band, bagL), band.step ?? 1, 0).replaceAll(",", ""));
  return write((bags * shown) / (band.factor ?? 1), "water", units);
}

/** Money, never without its currency. */
export function writeMoney(value: number, currency: string): string {
  return `${write(value, WHOLE_CURRENCIES.includes(currency) ? "whole price" : "price", "mm")}${NBSP}${currency}`;
}

/** Litres of concrete: litres or cubic feet, as concrete is bought. */
export function writeVolume(litres: number, units: Units): string {
  return write(litres, "l", units);
}

/** So many hours, said as people say it. */
export function writeHours(hours: number): string {
  return write(hours, "h", "mm");
}

/** How a number of one of the core's units stands in a field, in the reader's; what is not in the table as it is. */
export function entryOf(unit: string, units: Units) {
  const { name = unit, factor = 1, zero = 0, decimals = 3 } = ENTRIES[unit]?.[units] ?? {};
  return {
    name,
    show: (value: number) => Number((value * factor + zero).toFixed(decimals + 1)),
    read: (entered: number) => (entered - zero) / factor,
  };
}

/** A number to so many figures, noughts at its end left out. */
function figures(value: number, count: number, useGrouping = true): string {
  return plain(value, { maximumSignificantDigits: count, useGrouping });
}

/** A number to so many decimals at the most. */
export function trim(value: number, decimals: number): string {
  return plain(value, { maximumFractionDigits: decimals, useGrouping: false });
}

function written(value: number, kind: string, units: Units, size: number): string {
  const one = COUNTED[kind];
  if (one) {
    const number = plain(value, { maximumFractionDigits: 2 });
    return `${number}${NBSP}${number === "1" ? one : kind}`;
  }
  if (kind === "limit") return limit(value, units);
  if (kind === "sold") return sold(value, units);
  const band = bandOf(kind, units, size);
  if (!band) return trim(value, 4);
  if (band.marks) return inMarks(value * (band.factor ?? 1), band, band.marks);
  const shown = shownBy(band, value);
  if (band.figures) return named(figures(shown, band.figures), band);
  const step = band.step ?? 1;
  if (band.fixed) {
    const places = (String(step).split(".")[1] ?? "").length;
    return plain(shown, { minimumFractionDigits: places, maximumFractionDigits: places });
  }
  const number = stepped(shown, step, band.towards ?? 0, band.name !== "mm");
  if (band.under && number === "0" && Math.abs(shown) > TRIFLE * step) return `under ${named(String(step), band)}`;
  return named(number, band);
}

function bandOf(kind: string, units: Units, size: number): Band | undefined {
  return KINDS[kind]?.[units].find((band) => Math.abs(size) < (band.below ?? Number.POSITIVE_INFINITY));
}

function shownBy(band: Band, value: number): number {
  return value * (band.factor ?? 1) + (band.zero ?? 0);
}

function named(number: string, band: Band): string {
  if (!band.name) return number;
  const name = band.one && number === "1" ? band.one : band.name;
  return `${number}${name === "°" ? "" : NBSP}${name}`;
}

/** The number at the nearest multiple of a step, or the one below or above it. */
function stepped(value: number, step: number, towards: number, useGrouping = true): string {
  const decimals = (String(step).split(".")[1] ?? "").length;
  const number = plain(towards ? value - towards * step * TRIFLE : value, {
    minimumFractionDigits: decimals,
    maximumFractionDigits: decimals,
    roundingIncrement: Math.round(step * 10 ** decimals) as 1 | 2 | 5 | 10 | 25 | 50,
    roundingMode: towards < 0 ? "floor" : towards > 0 ? "ceil" : "halfExpand",
    useGrouping,
  });
  return number.includes(".") ? number.replace(/\.?0+$/, "") : number;
}

/** A length at a mark of the tape. */
function inMarks(mm: number, band: Band, coarse: number): string {
  if (mm < 0) return `−${inMarks(-mm, band, coarse)}`;
  const [inches, towards] = [mm / MM_PER_INCH, band.towards ?? 0];
  let marks = coarse;
  let count = countOf(inches * marks, towards);
  if (band.finer && Math.abs(mm - (count * MM_PER_INCH) / marks) > MM_PER_INCH / 64 + TRIFLE) {
    marks = band.finer;
    count = countOf(inches * marks, towards);
  }
  return band.under && !count && mm > TRIFLE ? `under 1/${marks}${band.name}` : `${mixed(count, marks)}${band.name}`;
}

function countOf(marks: number, towards: number): number {
  if (towards) return towards > 0 ? Math.ceil(marks - TRIFLE) : Math.floor(marks + TRIFLE);
  return Math.floor(marks + 0.5);
}

/** A limit of a rule, as the trade says it. */
function limit(mm: number, units: Units): string {
  const off = ([metric]: [number, number]) => Math.abs(metric - mm);
  const pair = PAIRS.reduce((best, one) => (off(one) < off(best) ? one : best));
  if (off(pair) > PAIR_MM) return write(mm, "mm", units);
  return units === "mm" ? `${pair[0]}${NBSP}mm` : `${mixed(Math.floor(pair[1] * 16 + 0.5), 16)}″`;
}

/** A side of a sheet or a length as it is sold. */
function sold(mm: number, units: Units): string {
  const feet = Math.round(mm / MM_PER_FOOT);
  const byTheFoot = units === "in" && feet > 0 && Math.abs(mm - feet * MM_PER_FOOT) <= SOLD_MM;
  return byTheFoot ? `${feet}${NBSP}ft` : write(mm, "mm", units);
}

function toldApart(first: number, second: number, kind: string, units: Units): [string, string] {
  if (LENGTHS.has(kind) && units === "in") {
    const alike = write(second, kind, units);
    return [`just ${first < second ? "under" : "over"} ${alike}`, alike];
  }
  for (let count = 2; count < 12; count++) {
    const [a, b] = [toFigures(first, kind, units, count), toFigures(second, kind, units, count)];
    if (a !== b) return [a, b];
  }
  return [writeExact(first, kind, units), writeExact(second, kind, units)];
}

function toFigures(value: number, kind: string, units: Units, count: number): string {
  if (LENGTHS.has(kind)) return `${figures(value, count, false)}${NBSP}mm`;
  const band = bandOf(kind, units, value);
  return band ? named(figures(shownBy(band, value), count), band) : figures(value, count);
}

function mixed(marks: number, denominator: number): string {
  const whole = Math.floor(marks / denominator);
  let rest = marks % denominator;
  let parts = denominator;
  while (rest && rest % 2 === 0) {
    rest /= 2;
    parts /= 2;
  }
  if (!rest) return String(whole);
  return whole ? `${whole}${NBSP}${rest}/${parts}` : `${rest}/${parts}`;
}

/** By the number as it is written in decimals, halves away from nought, never minus nought, as the core does. */
function plain(value: number, how: Intl.NumberFormatOptions): string {
  return writerOf(how).format(value).replace("-", "−");
}

const WRITERS = new Map<string, Intl.NumberFormat>();

/** Making one takes longer than a hundred numbers to write, and there are a dozen kinds. */
function writerOf(how: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = JSON.stringify(how);
  const known = WRITERS.get(key) ?? new Intl.NumberFormat("en-US", { ...how, signDisplay: "negative" });
  WRITERS.set(key, known);
  return known;
}
