/** Days beside each other: where a moment stands on the line of time, the nights drawn in. */

import { fieldValue, momentOf } from "@/units/time";

const NIGHT_SHARE = 0.18; // of its length by the clock
const HALF_HOUR_MS = 1_800_000;

interface Night {
  from: number;
  to: number;
}

export interface TimeScale {
  /** Where a moment stands [px]; outside it stands at the end. */
  x: (moment: number) => number;
  /** The moment at a place, to the half hour. */
  moment: (x: number) => number;
  /** Where each day begins, and where the last one ends [px]. */
  days: number[];
  nights: Night[];
}

interface Point {
  at: number;
  px: number;
}

/**
 * A line of time of whole days.
 *
 * Args:
 *   begins: the midnights of the place, the last one the end
 *   hours: when the shop is closed, in the clock of the place
 */
export function timeScale(
  begins: readonly string[],
  zone: string,
  hours: { quiet_from?: string; quiet_until?: string },
  width: number,
): TimeScale {
  const points = breaks(begins, zone, hours);
  const total = points.at(-1)?.px ?? 1;
  const scaled = points.map(({ at, px }) => ({ at, px: (px / total) * width }));
  const x = (moment: number) => between(scaled, moment, "at", "px");
  return {
    x,
    moment: (px) => Math.round(between(scaled, px, "px", "at") / HALF_HOUR_MS) * HALF_HOUR_MS,
    days: begins.map((begin) => x(Date.parse(begin))),
    nights: nightsOf(begins, zone, hours).map(({ from, to }) => ({ from: x(from), to: x(to) })),
  };
}

function breaks(
  begins: readonly string[],
  zone: string,
  hours: { quiet_from?: string; quiet_until?: string },
): Point[] {
  const first = Date.parse(begins[0] ?? "");
  const last = Date.parse(begins.at(-1) ?? "");
  const nights = nightsOf(begins, zone, hours);
  const edges = [first, ...nights.flatMap(({ from, to }) => [from, to]), last];
  const points: Point[] = [];
  let px = 0;
  let before = first;
  for (const at of edges.filter((at) => at >= first && at <= last)) {
    const isNight = nights.some(({ from, to }) => from <= before && at <= to);
    px += (at - before) * (isNight ? NIGHT_SHARE : 1);
    points.push({ at, px });
    before = at;
  }
  return points;
}

/** When the shop is closed on some days, one spell after another, cut off at both ends. */
function nightsOf(
  begins: readonly string[],
  zone: string,
  hours: { quiet_from?: string; quiet_until?: string },
): Night[] {
  const first = Date.parse(begins[0] ?? "");
  const last = Date.parse(begins.at(-1) ?? "");
  const closes = hours.quiet_from?.slice(0, 5) ?? "21:00";
  const opens = hours.quiet_until?.slice(0, 5) ?? "07:00";
  const at = (begin: string, clock: string) =>
    Date.parse(momentOf(`${fieldValue(begin, zone).slice(0, 10)}T${clock}`, zone));
  const spells: Night[] = [];
  for (const [day, begin] of begins.entries()) {
    if (closes <= opens) spells.push({ from: at(begin, closes), to: at(begin, opens) });
    else {
      if (day === 0) spells.push({ from: first, to: at(begin, opens) });
      const next = begins[day + 1];
      spells.push({ from: at(begin, closes), to: next ? at(next, opens) : last });
    }
  }
  return spells
    .map(({ from, to }) => ({ from: Math.max(first, from), to: Math.min(last, to) }))
    .filter(({ from, to }) => to > from);
}

function between(points: readonly Point[], value: number, by: keyof Point, to: keyof Point): number {
  const [first] = points;
  const last = points.at(-1);
  if (!first || !last) return 0;
  if (value <= first[by]) return first[to];
  const index = points.findIndex((point) => point[by] >= value);
  const [a, b] = [points[index - 1], points[index]];
  if (!a || !b) return last[to];
  return a[to] + ((value - a[by]) / (b[by] - a[by] || 1)) * (b[to] - a[to]);
}
