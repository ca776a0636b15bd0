import { readFileSync } from "node:fs";
import { expect, test } from "vitest";
import { runState } from "./state";
import type { RunEntry, RunSheet, RunState } from "./types";

interface Case {
  sheet: RunSheet;
  entries: RunEntry[];
  now: number;
  state: RunState;
}

// Written by pytest, which starts these: what the core says of pours at some moment.
const path = process.env.ULBREK_RUNS;
const cases: Case[] = path ? JSON.parse(readFileSync(path, "utf8")) : [];

test.skipIf(!path)("a phone without a network stands where the core stands", () => {
  expect(cases.length).toBeGreaterThan(20);
  for (const { sheet, entries, now, state } of cases) {
    const found = runState(sheet, entries, now);
    expect(rounded(found)).toEqual(rounded(state));
  }
});

/** Sums of the same numbers in another order differ in their last figures. */
function rounded(value: unknown): unknown {
  if (typeof value === "number") return Number(value.toPrecision(11));
  if (Array.isArray(value)) return value.map(rounded);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, rounded(one)]));
}
