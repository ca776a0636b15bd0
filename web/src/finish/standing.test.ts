import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { standing } from "./standing";
import type { FinishEntry, SheetStep, Standing } from "./types";

interface Case {
  sheet: SheetStep[];
  entries: FinishEntry[];
  now: string;
  standing: Standing;
  logged: Record<string, string>;
}

// Written by pytest, which starts these: where the core says that castings stand.
const path = process.env.ULBREK_FINISHES;
const cases: Case[] = path ? JSON.parse(readFileSync(path, "utf8")) : [];

test.skipIf(!path)("a phone at the machine stands where the core stands", () => {
  expect(cases.length).toBeGreaterThan(40);
  for (const one of cases) {
    expect(inTime(standing(one.sheet, one.entries, Date.parse(one.now), one.logged))).toEqual(inTime(one.standing));
  }
});

/** Moments are written with milliseconds or without. */
function inTime(value: unknown): unknown {
  if (typeof value === "string" && /^\d{4}-\d\d-\d\dT/.test(value)) return Date.parse(value);
  if (Array.isArray(value)) return value.map(inTime);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, inTime(one)]));
}
