/** How lengths are shown. They are read, and everything is worked out, by the core. */

import type { Length } from "@/api/client";

export type Units = "in" | "mm";

export const MM_PER_INCH = 25.4;
const DENOMINATOR = 16;
const FINEST_UNSAID_ERROR_MM = MM_PER_INCH / 64;

/** The step of a nudge, and the grid that dragging snaps to [mm]. */
export const STEP_MM: Record<Units, number> = { in: MM_PER_INCH / DENOMINATOR, mm: 1 };

/** A length at the nearest mark, saying by how much it is off where that is over 1/64 in. */
export function writeLength(mm: number, units: Units): string {
  if (mm < 0) return `−${writeLength(-mm, units)}`;
  if (units === "mm") return `${trim(mm, 1)} mm`;
  const marks = Math.floor((mm / MM_PER_INCH) * DENOMINATOR + 0.5);
  const error = mm - (marks * MM_PER_INCH) / DENOMINATOR;
  const written = `${mixed(marks)}″`;
  if (Math.abs(error) <= FINEST_UNSAID_ERROR_MM) return written;
  return `${written} ${error > 0 ? "+" : "−"} ${trim(Math.abs(error), 1)} mm`;
}

/** A length that nobody typed, to the reader's mark. */
export function whole(mm: number, units: Units): Length {
  const step = units === "in" ? MM_PER_INCH / 8 : 1;
  return { mm: Number((Math.round(mm / step) * step).toFixed(4)), typed: null };
}

/** Where hands, straps and props go: no finer than they can be put there. */
export function writeHold(mm: number, units: Units): string {
  const step = units === "mm" ? 5 : MM_PER_INCH / 2;
  return writeLength(Math.round(mm / step) * step, units);
}

/** The same length in the other units, for a hover. */
export function otherUnits(mm: number, units: Units): string {
  return writeLength(mm, units === "in" ? "mm" : "in");
}

/** What stands in a field when it is opened: as it was typed, if it was, else as it is shown. */
export function editable(length: Length, units: Units): string {
  return length.typed ?? writeLength(length.mm, units);
}

/** As it was typed, where that was in the reader's units; else worked out for them. */
export function shown(length: Length, units: Units): string {
  if (!length.typed) return writeLength(length.mm, units);
  const inches = /["″”'′’fF/½¼¾⅛⅜⅝⅞]|in/.test(length.typed);
  const bare = /^[\d.,\s]+$/.test(length.typed);
  const ownUnits = bare ? bareUnits(length) : inches ? "in" : "mm";
  if (ownUnits !== units) return writeLength(length.mm, units);
  return bare || /^[\d\s/]+$/.test(length.typed)
    ? length.typed + (units === "in" ? "″" : " mm")
    : length.typed.replaceAll('"', "″").replaceAll("'", "′");
}

function bareUnits(length: Length): Units {
  const number = Number(length.typed?.replace(",", "."));
  return Math.abs(number - length.mm) < 1e-6 ? "mm" : "in";
}

function mixed(marks: number): string {
  const whole = Math.floor(marks / DENOMINATOR);
  let rest = marks % DENOMINATOR;
  let denominator = DENOMINATOR;
  while (rest && rest % 2 === 0) {
    rest /= 2;
    denominator /= 2;
  }
  if (!rest) return String(whole);
  return whole ? `${whole} ${rest}/${denominator}` : `${rest}/${denominator}`;
}

/** A number to so many decimals, halves away from nought, its thousands set apart. */
export function rounded(value: number, decimals: number): string {
  return written(value, { minimumFractionDigits: decimals, maximumFractionDigits: decimals });
}

/** A number to so many decimals at the most. */
export function trim(value: number, decimals: number): string {
  return written(value, { maximumFractionDigits: decimals, useGrouping: false });
}

/** A number to so many figures, noughts at its end left out, its thousands set apart. */
export function figures(value: number, count: number): string {
  return written(value, { maximumSignificantDigits: count });
}

/** By the number as it is written in decimals, never minus nought, as the core does. */
function written(value: number, how: Intl.NumberFormatOptions): string {
  return value.toLocaleString("en-US", { ...how, signDisplay: "negative" });
}
