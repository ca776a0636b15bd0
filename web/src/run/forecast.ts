/** Every step with its hour: as each follows what comes before it, and as the tests have shown. As in the core. */

import { isHeldBy, ms, nothing, type Said } from "./said";
import { type Part, scriptOf } from "./script";
import { type BatchNow, type Fill, HOUR, isDone, MINUTE, type RunSheet, type Step, type StepNow } from "./types";

const AGAIN_SHARE = 0.1;
const AGAIN_LEAST = 5 * MINUTE;
const [PACE_LEAST, PACE_MOST] = [0.4, 4];
const TRIFLE_L = 1e-6;
const ALONE = 1;

interface Of {
  batch?: number | null;
  share?: number;
}

export class Forecast {
  readonly steps: StepNow[] = [];
  private mixerFree: number;
  private placerFree: number;
  private readonly alone: boolean;
  private mayMix = true;
  private mayPlace = true;
  private placed = 0; // the last batch that is in its form
  private pace = 1; // of setting, against what was planned
  private readonly heldUp: string[] = []; // by what is not ready yet

  constructor(
    private readonly sheet: RunSheet,
    private readonly said: Map<string, Said>,
    private readonly batches: readonly BatchNow[],
    private readonly now: number,
  ) {
    this.mixerFree = now;
    this.placerFree = now;
    this.alone = sheet.people <= ALONE;
    this.ready();
    this.mixAndPlace();
    for (const fill of sheet.fills) this.finish(fill);
    this.after();
  }

  private ready() {
    for (const step of this.sheet.ready) {
      const one = this.add(step, step.id, this.mixerFree, true);
      this.mixerFree = this.end(one);
      if (one.not_yet > 0 && step.holds && !isDone(one)) this.heldUp.push(step.holds);
      else this.mayMix &&= isDone(one);
    }
    this.placerFree = this.mixerFree;
    this.mayPlace = this.mayMix;
  }

  private mixAndPlace() {
    const parts = scriptOf(this.sheet.fills, this.batches);
    for (const batch of this.batches) {
      const share = batch.bags / this.sheet.bags.per_batch;
      const mixed = this.mixing(batch, share);
      if (this.alone) this.placerFree = Math.max(this.placerFree, this.mixerFree);
      for (let part = parts[0]; part && (part.batch ?? batch.number) <= batch.number; part = parts[0]) {
        parts.shift();
        const one = this.part(part, Math.max(this.placerFree, this.end(mixed)), isDone(mixed), share);
        if (part.batch === null) continue;
        one.until = batch.use_by ?? one.until;
        batch.placed_at = isDone(one) ? one.at : null;
      }
      if (this.mayPlace && isDone(mixed)) this.placed = batch.number;
    }
    for (const part of parts) this.part(part, this.placerFree, true, 1);
  }

  private mixing(batch: BatchNow, share: number): StepNow {
    const { number } = batch;
    if (this.alone) this.mixerFree = Math.max(this.mixerFree, this.placerFree);
    const may = this.mayMix && (this.alone ? this.mayPlace : this.placed >= number - 2);
    const water = this.add(this.sheet.water, `batch/${number}/water`, this.mixerFree, may, { batch: number });
    this.mixerFree = this.end(water);
    const of = { batch: number, share };
    const mixed = this.add(this.sheet.mixed, `batch/${number}/mixed`, this.mixerFree, isDone(water), of);
    mixed.until = batch.use_by ?? mixed.until;
    this.mixerFree = this.end(mixed);
    this.mayMix &&= isDone(mixed);
    return mixed;
  }

  private part(part: Part, start: number, may: boolean, size: number): StepNow {
    const share = part.stage ? 1 : part.share * size;
    const step = part.stage ?? this.sheet.place;
    const one = this.add(step, part.id, start, may && this.mayPlace, { batch: part.batch, share });
    one.fill = part.fill;
    one.from_mm = part.fromMm;
    one.to_mm = part.toMm;
    one.placed_l = part.toL;
    this.placerFree = this.end(one);
    this.mayPlace &&= isDone(one);
    return one;
  }

  /** What is done to a struck face: by its own clock, at the pace that tests show, its own or of one before. */
  private finish(fill: Fill) {
    const struck = this.steps.find((one) => one.step === `strike/${fill.id}`);
    const base = this.waterOf(fill, struck);
    let may = struck === undefined || isDone(struck);
    let { pace } = this;
    for (const step of fill.finish) {
      const hours = step.hours ?? step.minutes;
      let low = base + hours.low * HOUR * pace;
      let likely = base + hours.likely * HOUR * pace;
      let high = base + hours.high * HOUR * pace;
      const said = this.said.get(step.id) ?? nothing();
      const last = said.notYet.at(-1);
      if (last && !said.done && !said.passed) {
        likely = Math.max(likely, ms(last) + Math.max(AGAIN_LEAST, AGAIN_SHARE * (ms(last) - base)));
        low = Math.min(Math.max(low, ms(last)), likely);
        high = Math.max(high, likely);
      }
      likely = Math.max(likely, struck?.at ?? likely);
      const one = this.add(step, step.id, likely, may && (this.now >= low || said.passed !== null));
      one.until = Math.max(high, likely);
      one.from_at = low;
      const seen = said.passed ? ms(said.passed) : one.at;
      if (!said.skipped) pace = Math.min(PACE_MOST, Math.max(PACE_LEAST, (seen - base) / (hours.likely * HOUR)));
      if (isDone(one) || said.passed || said.notYet.length) this.pace = pace;
      may &&= isDone(one);
    }
  }

  /** When the water of the last batch in a form went in, or likely will. */
  private waterOf(fill: Fill, struck: StepNow | undefined): number {
    const last = this.batches.find((one) => one.to_l >= fill.to_l - TRIFLE_L) ?? this.batches.at(-1);
    if (last && last.water_at !== null) return last.water_at;
    const { bags } = this.sheet;
    const size = last?.bags ?? bags.per_batch;
    return (struck?.at ?? this.now) - (bags.mixing_min + bags.placing_min) * size * MINUTE;
  }

  private after() {
    const finished = this.steps.every(isDone);
    const last = this.steps.length ? Math.max(...this.steps.map((one) => this.end(one))) : this.now;
    const free = Math.max(this.placerFree, this.mixerFree);
    for (const step of this.sheet.after) {
      const soon = step.who === "mixer";
      this.add(step, step.id, soon ? free : last, finished || (soon && this.mayPlace));
    }
  }

  private add(step: Step, key: string, start: number, may: boolean, { batch = null, share = 1 }: Of = {}): StepNow {
    const said = this.said.get(key) ?? nothing();
    const free = may && !this.heldUp.some((held) => isHeldBy(key, held));
    const one: StepNow = {
      id: key,
      step: step.id,
      who: step.who,
      status: free ? "open" : "waits",
      at: start,
      from_at: start,
      until: start + step.minutes.high * share * MINUTE,
      lasts: step.minutes.likely * share * MINUTE,
      batch,
      fill: step.fill,
      from_mm: 0,
      to_mm: step.depth_mm,
      placed_l: null,
      answer: (said.passed ?? said.done)?.answer ?? null,
      by: null,
      held: said.held,
      not_yet: said.notYet.length,
      passed: said.passed !== null && said.done === null,
      times: said.times,
    };
    if (said.done) {
      one.status = said.skipped ? "skipped" : "done";
      one.at = ms(said.done);
      one.by = said.done.member_id;
    } else if (said.passed) one.at = ms(said.passed);
    this.steps.push(one);
    return one;
  }

  private end(one: StepNow): number {
    return isDone(one) ? one.at : Math.max(one.at, this.now) + one.lasts;
  }
}
