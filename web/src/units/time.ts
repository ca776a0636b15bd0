/** Moments as people at the place read them. */

import type { ClockStyle } from "@/api/client";

function parts(iso: string, zone: string, options: Intl.DateTimeFormatOptions): Record<string, string> {
  const parted = writerOf(zone, options).formatToParts(new Date(iso));
  return Object.fromEntries(parted.map(({ type, value }) => [type, value]));
}

const WRITERS = new Map<string, Intl.DateTimeFormat>();

/** Making one takes longer than writing many moments. */
function writerOf(zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat {
  const key = `${zone} ${JSON.stringify(options)}`;
  const known = WRITERS.get(key) ?? new Intl.DateTimeFormat("en-GB", { timeZone: zone, hourCycle: "h23", ...options });
  WRITERS.set(key, known);
  return known;
}

/** How this device writes times of day. */
export function clockOfDevice(): ClockStyle {
  const cycle = new Intl.DateTimeFormat(navigator.language, { hour: "numeric" }).resolvedOptions().hourCycle;
  return cycle?.startsWith("h1") ? "12-hour" : "24-hour";
}

let style: ClockStyle = "24-hour";

/** How the shop writes times of day, from here on. */
export function keepClock(told: ClockStyle | undefined): void {
  style = told ?? "24-hour";
}

/** “08:00”, or “8:00 am” where the shop writes it so. */
export function timeOfDay(hour: string, minute: string, as: ClockStyle = style): string {
  if (as === "24-hour") return `${hour}:${minute}`;
  return `${Number(hour) % 12 || 12}:${minute} ${Number(hour) < 12 ? "am" : "pm"}`;
}

function clockOf(told: Record<string, string>): string {
  return timeOfDay(told.hour ?? "", told.minute ?? "");
}

/** “Tue 08:00”. */
export function dayAndClock(iso: string, zone: string): string {
  const told = parts(iso, zone, { weekday: "short", hour: "2-digit", minute: "2-digit" });
  return `${told.weekday} ${clockOf(told)}`;
}

const A_WEEKDAY_TELLS_MS = 6 * 24 * 3600 * 1000;

/** “Tue 08:00”, or “24 Nov” where a weekday alone would mean another week. */
export function dayAndClockOrDate(iso: string, zone: string, now: number): string {
  if (Math.abs(Date.parse(iso) - now) < A_WEEKDAY_TELLS_MS) return dayAndClock(iso, zone);
  const told = parts(iso, zone, { day: "numeric", month: "short" });
  return `${told.day} ${told.month}`;
}

/** “Tue”. */
export function weekday(iso: string, zone: string): string {
  return parts(iso, zone, { weekday: "short" }).weekday ?? "";
}

/** Whether a moment is a midnight of the place. */
export function isMidnight(iso: string, zone: string): boolean {
  return fieldValue(iso, zone).endsWith("T00:00");
}

/** “08:00”. */
export function clock(iso: string, zone: string): string {
  return clockOf(parts(iso, zone, { hour: "2-digit", minute: "2-digit" }));
}

/** “Tue 24 Nov 2026”. */
export function dayAndDate(iso: string, zone: string): string {
  const told = parts(iso, zone, { weekday: "short", day: "numeric", month: "short", year: "numeric" });
  return `${told.weekday} ${told.day} ${told.month} ${told.year}`;
}

/** “24 Nov 2026”, of a date without a time. */
export function day(date: string): string {
  const told = parts(`${date}T12:00:00Z`, "UTC", { day: "numeric", month: "short", year: "numeric" });
  return `${told.day} ${told.month} ${told.year}`;
}

/** “Tue 24 Nov, 08:00”. */
export function dateAndClock(iso: string, zone: string): string {
  const told = parts(iso, zone, {
    weekday: "short",
    day: "numeric",
    month: "short",
    hour: "2-digit",
    minute: "2-digit",
  });
  return `${told.weekday} ${told.day} ${told.month}, ${clockOf(told)}`;
}

/** What a date-and-time field holds for a moment, in the clock of the place. */
export function fieldValue(iso: string, zone: string): string {
  const told = parts(iso, zone, {
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
    hour: "2-digit",
    minute: "2-digit",
  });
  return `${told.year}-${told.month}-${told.day}T${told.hour}:${told.minute}`;
}

/** “Tue 24 Nov 2026, 08:00”, of what a date-and-time field holds. */
export function writeFieldValue(value: string): string {
  const iso = `${value.slice(0, 16)}:00Z`;
  return `${dayAndDate(iso, "UTC")}, ${clock(iso, "UTC")}`;
}

/** The moment that a date-and-time field means at the place, whatever the clock of this machine. */
export function momentOf(value: string, zone: string): string {
  const wanted = Date.parse(`${value}:00Z`);
  let guess = wanted;
  for (let round = 0; round < 2; round++) {
    const seen = Date.parse(`${fieldValue(new Date(guess).toISOString(), zone)}:00Z`);
    guess += wanted - seen;
  }
  return new Date(guess).toISOString();
}
