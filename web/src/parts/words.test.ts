import { describe, expect, it } from "vitest";
import type { Figure, Plan, RulePage } from "@/api/client";
import type { LogEntry } from "@/api/records";
import { lotName, told } from "@/stations/records/words";
import { made } from "@/testing";
import { fill } from "@/units/sentence";
import { figureIndex, figureText, formulaText } from "./figures";

const figure = (key: string, value: number, unit: string, more: Partial<Figure> = {}): Figure =>
  made({ key, rule: "measure.volume", value, unit, low: null, high: null, ...more });

describe("a figure", () => {
  it("is found wherever it stands in a plan, and behind it", () => {
    const plan = made<Plan>({
      workings: { "measure.net:top": figure("measure.net:top", 1, "l") },
      pieces: [{ measure: { volume: figure("measure.volume:top", 12.7, "l"), mass: null } }],
      cutting: { kinds: [{ area: figure("form.area", 2, "m2") }] },
      steel_cutting: null,
      mix: { bags: figure("mix.bags", 3, "bags") },
      cure: { acts: [] },
    });
    expect([...figureIndex(plan).keys()].sort()).toEqual([
      "form.area",
      "measure.net:top",
      "measure.volume:top",
      "mix.bags",
    ]);
  });

  it("that is not sure is a range", () => {
    expect(figureText(figure("a", 3, "kg", { low: 2.5, high: 4 }), "mm")).toBe("2.5–4\u00a0kg");
    expect(figureText(figure("a", 3, "kg", { low: 3, high: 3 }), "mm")).toBe("3\u00a0kg");
  });

  it("is worked out in signs that people write, with names for what stands in them", () => {
    const page = made<RulePage>({
      formula: "ceil(volume_l * (1 + waste) / yield_l - 1e6) + sqrt(edge_mm**2)",
      terms: ["volume_l", "waste", "yield_l", "edge_mm"].map((name) => ({ name })),
    });
    expect(formulaText(page, (name) => name.split("_")[0] ?? name)).toBe(
      "rounded up (volume × (1 + waste) ÷ yield − 1 000 000) + square root of (edge²)",
    );
  });
});

describe("a finding's sentence", () => {
  it("has its values in the reader's units", () => {
    const values = { what: "Sink", there: { value: 38.1, unit: "mm" } };
    expect(fill("{what} leaves {there}.", values, "in")).toBe("Sink leaves 1\u00a01/2″.");
    expect(fill("{what} leaves {there}.", values, "mm")).toBe("Sink leaves 38\u00a0mm.");
    expect(fill("{nothing} there.", {}, "mm")).toBe("{nothing} there.");
  });
});

describe("a line of the log", () => {
  const entry = (more: object) => made<LogEntry>({ text: "", serial: null, act: null, ...more });
  const acts = new Map([["strip", "Strip the form"]]);

  it.each([
    [{ kind: "poured" }, "Mixing started"],
    [{ kind: "batch", number: 2, bags: 1, water_l: 2.4 }, "Batch 2: 1\u00a0bag, 2.4\u00a0L of water"],
    [{ kind: "act", act: "strip" }, "Strip the form"],
    [{ kind: "act", act: "sweep" }, "sweep"],
    [{ kind: "state", serial: 7, state: "stripped", taken_back: false }, "#7 is stripped"],
    [{ kind: "state", serial: 7, state: "poured", taken_back: true }, "#7 is back to poured"],
    [{ kind: "weighing", serial: 7, mass_kg: 22.68 }, "#7 weighs 22.68 kg"],
    [{ kind: "test", act: "strip", ready: false }, "Strip the form: not yet"],
    [{ kind: "note", serial: 7, text: "A void" }, "#7: A void"],
    [{ kind: "note", text: "Cold night" }, "Cold night"],
  ] as [object, string][])("%o", (given, said) => {
    expect(told(entry(given), "mm", acts)).toBe(said);
  });

  it("weighs in pounds for who reads pounds", () => {
    expect(told(entry({ kind: "weighing", serial: 1, mass_kg: 22.68 }), "in", acts)).toBe("#1 weighs 50.0 lb");
  });

  it("calls a lot by its number, else by its day", () => {
    const lot = made<Parameters<typeof lotName>[0]>({ name: "", received_on: "2026-11-03" });
    expect([lotName(lot), lotName({ ...lot, name: "L-12" })]).toEqual(["3 Nov 2026", "L-12"]);
  });
});
