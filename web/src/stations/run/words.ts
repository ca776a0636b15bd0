import { template } from "@/run/said";
import type { BatchNow, RunSheet, Step, StepNow } from "@/run/types";
import type { Units } from "@/units/length";
import { write } from "@/units/quantity";
import { fill } from "@/units/sentence";

/** Writes the steps of a sheet in the reader's words. */
export class StepWords {
  private readonly steps: Map<string, Step>;

  constructor(
    private readonly sheet: RunSheet,
    steps: readonly Step[],
    private readonly batches: readonly BatchNow[],
    private readonly units: Units,
  ) {
    this.steps = new Map(steps.map((one) => [one.id, one]));
    this.cupL = sheet.bags.cup_l;
    this.names = new Map(sheet.fills.map((one) => [one.id, one.name]));
  }

  private readonly names: Map<string, string>;
  /** Water that goes in between two tests [l]. */
  readonly cupL: number;

  step(one: StepNow): Step | undefined {
    return this.steps.get(template(one.id)) ?? this.steps.get(one.step);
  }

  title(one: StepNow): string {
    const step = this.step(one);
    if (!step) return one.id;
    const title = fill(step.title, this.values(one, step), this.units);
    if (one.batch === null || !one.fill) return title;
    const full = one.placed_l !== null ? `, to ${write(one.to_mm, "tape", this.units)}` : "";
    return `${title} in ${this.names.get(one.fill) ?? one.fill}${full}`;
  }

  how(one: StepNow): string {
    const step = this.step(one);
    return step ? fill(step.how, this.values(one, step), this.units) : "";
  }

  private values(one: StepNow, step: Step): Step["values"] {
    const batch = this.batches.find(({ number }) => number === one.batch);
    const bags = batch ? { value: batch.bags, unit: this.sheet.bags.counts } : "";
    return { bags, ...step.values, n: String(one.batch ?? "") };
  }
}
