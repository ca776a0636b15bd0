/** How lengths are shown. They are read, and everything is worked out, by the core. */

import type { Length } from "@/api/client";
import { write } from "./quantity";

export type Units = "in" | "mm";

export const MM_PER_INCH = 25.4;
const DENOMINATOR = 16;

/** The step of a nudge, and the grid that dragging snaps to [mm]. */
export const STEP_MM: Record<Units, number> = { in: MM_PER_INCH / DENOMINATOR, mm: 1 };

/** A length as it is read off a tape; its kind says how fine it can be set. */
export function writeLength(mm: number, units: Units, kind = "mm"): string {
  return write(mm, kind, units);
}

/** A length that nobody typed, to the reader's mark. */
export function whole(mm: number, units: Units): Length {
  const step = units === "in" ? MM_PER_INCH / 8 : 1;
  return { mm: Number((Math.round(mm / step) * step).toFixed(4)), typed: null };
}

/** The same length in the other units, for a hover. */
export function otherUnits(mm: number, units: Units): string {
  return writeLength(mm, units === "in" ? "mm" : "in");
}

/** What stands in a field when it is opened: as it was typed, if it was, else as it is shown. */
export function editable(length: Length, units: Units): string {
  return length.typed ?? writeLength(length.mm, units).replaceAll("\u00a0", " ");
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
