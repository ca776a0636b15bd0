/** How quantities other than lengths are shown: the core's table, read as the core reads it. */

import { figures, rounded, trim, type Units, writeLength } from "./length";
import { COUNTED, type ReaderUnit, SMALL, TABLE } from "./table";

/** A length below the marks that people read: to the nearest mark where it is one, else in millimetres. */
function writeSmall(mm: number, units: Units): string {
  const written = writeLength(mm, units);
  const onMark = units === "in" && !/[+−]/.test(written) && written !== "0″";
  return onMark || mm === 0 ? written : `${figures(mm, 2)} mm`;
}

export function write(value: number, unit: string, units: Units): string {
  if (unit === "mm") return Math.abs(value) < SMALL.mm ? writeSmall(value, units) : writeLength(value, units);
  if (unit === "%") return `${figures(value, 2)} %`;
  const one = COUNTED[unit];
  if (one) return `${trim(value, 2)} ${value === 1 ? one : unit}`;
  const known = TABLE[smaller(value, unit)]?.[units];
  return known ? inReaderUnits(value, known) : trim(value, 4);
}

/** The unit of what is too small for its own: a little water, the area of a bar. */
function smaller(value: number, unit: string): string {
  if (unit === "l" && value > 0 && value < SMALL.l) return "sip";
  return unit === "mm2" && Math.abs(value) < SMALL.mm2 ? "bar" : unit;
}

function inReaderUnits(value: number, unit: ReaderUnit): string {
  const shown = value * unit.factor + unit.zero;
  const number = unit.trimmed ? trim(shown, unit.decimals) : rounded(shown, unit.decimals);
  return `${number}${unit.close || !unit.name ? "" : " "}${unit.name}`;
}

/** Low to high, the unit said once. */
export function writeRange(low: number, high: number, unit: string, units: Units): string {
  const [from, to] = [write(low, unit, units), write(high, unit, units)];
  if (from === to) return to;
  return `${from.slice(0, from.lastIndexOf(" "))}–${to}`;
}

/** Litres of concrete: litres or cubic feet, as concrete is bought. */
export function writeVolume(litres: number, units: Units): string {
  return write(litres, "volume", units);
}

/** How a number of one of the core's units stands in a field, in the reader's; what is not in the table as it is. */
export function entryOf(unit: string, units: Units) {
  const { name = unit, factor = 1, zero = 0, decimals = 3 } = TABLE[unit]?.[units] ?? {};
  return {
    name,
    show: (value: number) => Number((value * factor + zero).toFixed(decimals + 1)),
    read: (entered: number) => (entered - zero) / factor,
  };
}

/** So many hours, said as people say it. */
export function writeHours(hours: number): string {
  if (hours < 1) return `${Math.round(hours * 60)} min`;
  if (hours < 10) return `${trim(hours, 1)} h`;
  if (hours < 72) return `${Math.round(hours)} h`;
  return `${trim(hours / 24, 1)} days`;
}
