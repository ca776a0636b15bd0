import type { FigureView, KnownView } from "@/api/records";
import type { Units } from "@/units/length";
import { write } from "@/units/quantity";

/** A share of the rule in the figure's own unit, or of the rule where that is another for each record. */
export function told(figure: FigureView, ratio: number, units: Units): string {
  return figure.ruled === null ? write(ratio, "share", units) : write(ratio * figure.ruled, figure.kind, units);
}

/** So far off, in per cent; a band is told by half of it. */
export function percent(share: number): string {
  return `${Math.round(share * 100)}\u00a0%`;
}

export const STANDING: Record<FigureView["standing"], string> = {
  "nothing yet": "none yet",
  "too few": "too few",
  offered: "offered",
  "in use": "in use",
  "moved on": "in use",
  contradicted: "check it",
};

export const DAYS = { cold: "cold days", mild: "mild days", warm: "warm days" } as const;

/** A quarter of the year by its months, in short. */
export function monthsOf(season: KnownView["seasons"][number]): string {
  return season.replace(/[a-z]{3,}/gi, (word) => word.slice(0, 3));
}
