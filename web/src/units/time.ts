/** Moments as people at the place read them. */

function parts(iso: string, zone: string, options: Intl.DateTimeFormatOptions): Record<string, string> {
  const format = new Intl.DateTimeFormat("en-GB", { timeZone: zone, hourCycle: "h23", ...options });
  return Object.fromEntries(format.formatToParts(new Date(iso)).map(({ type, value }) => [type, value]));
}

/** “Tue 08:00”. */
export function dayAndClock(iso: string, zone: string): string {
  const told = parts(iso, zone, { weekday: "short", hour: "2-digit", minute: "2-digit" });
  return `${told.weekday} ${told.hour}:${told.minute}`;
}

/** “08:00”. */
export function clock(iso: string, zone: string): string {
  const told = parts(iso, zone, { hour: "2-digit", minute: "2-digit" });
  return `${told.hour}:${told.minute}`;
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
  return `${told.weekday} ${told.day} ${told.month}, ${told.hour}:${told.minute}`;
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
