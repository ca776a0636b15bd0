/** The coming week as rows of days and columns of hours, and what is said in its cells. */

import type { Schemas } from "@/api/client";
import type { Units } from "@/units/length";
import { write } from "@/units/quantity";
import { fieldValue } from "@/units/time";

export type PourStart = Schemas["PourStart"];
type Why = PourStart["whys"][number];

export const LETTERS: Record<Why["reason"], { letter: string; word: string }> = {
  dries: { letter: "D", word: "dries" },
  cold: { letter: "C", word: "cold" },
  frost: { letter: "F", word: "frost" },
  hot: { letter: "H", word: "hot" },
  rain: { letter: "R", word: "rain" },
  nobody: { letter: "P", word: "nobody there" },
  dark: { letter: "N", word: "dark" },
  closed: { letter: "", word: "closed" },
};

export interface Cell extends PourStart {
  hour: number;
}

export interface Day {
  /** Its date in the clock of the place, such as 2026-05-12. */
  date: string;
  cells: Cell[];
}

/** Days in order, each with its open hours. */
export function daysOf(starts: readonly PourStart[], zone: string): Day[] {
  const days = new Map<string, Cell[]>();
  for (const start of starts) {
    const local = fieldValue(start.at, zone);
    const date = local.slice(0, 10);
    const cells = days.get(date) ?? [];
    if (start.grade !== "closed") cells.push({ ...start, hour: Number(local.slice(11, 13)) });
    days.set(date, cells);
  }
  return [...days].map(([date, cells]) => ({ date, cells }));
}

/** The first and the last hour that any day is open. */
export function openHours(days: readonly Day[]): [number, number] {
  const hours = days.flatMap((day) => day.cells.map((cell) => cell.hour));
  return hours.length ? [Math.min(...hours), Math.max(...hours)] : [8, 17];
}

export interface Run {
  cells: Cell[];
  text: string;
  letter: string;
}

/** Hours one after another that are alike for one reason; the best ones stand alone. */
export function runsOf(cells: readonly Cell[], units: Units): Run[] {
  const runs: Run[] = [];
  for (const cell of cells) {
    const run = runs.at(-1);
    const before = run?.cells.at(-1);
    const alike =
      before &&
      before.hour + 1 === cell.hour &&
      before.best === null &&
      cell.best === null &&
      before.grade === cell.grade &&
      before.whys[0]?.reason === cell.whys[0]?.reason;
    if (run && alike) run.cells.push(cell);
    else runs.push({ cells: [cell], text: "", letter: "" });
  }
  for (const run of runs) {
    run.text = said(run.cells, units);
    run.letter = LETTERS[run.cells[0]?.whys[0]?.reason ?? "closed"].letter;
  }
  return runs;
}

/** What is said of hours that are alike, in a few words. */
function said(cells: readonly Cell[], units: Units): string {
  const [first] = cells;
  const why = first?.whys[0];
  if (!first || !why) return "good";
  const values = cells.flatMap((cell) => cell.whys[0]?.value?.value ?? []);
  const unit = why.value?.unit ?? "";
  switch (why.reason) {
    case "dries":
      return `dries ${write(Math.max(...values), unit, units)}`;
    case "cold":
      return `cold, ${write(Math.min(...values), unit, units)}`;
    case "frost":
      return `frost, ${write(Math.min(...values), unit, units)}`;
    case "hot":
      return `hot, ${write(Math.max(...values), unit, units)}`;
    case "rain":
      return "rain before set";
    case "nobody":
      return "nobody there";
    case "dark":
      return "gets dark";
    default:
      return "closed";
  }
}

/** All reasons of one hour, for whoever chose it. */
export function whysText(cell: PourStart, units: Units): string[] {
  return cell.whys.map((why) => said([{ ...cell, hour: 0, whys: [why] }], units));
}
