/** What the placer does, batch by batch: each is placed up to where something else comes first. As in the core. */

import type { BatchNow, Fill, Step } from "./types";

const TRIFLE_L = 1e-6;

export interface Part {
  id: string;
  batch: number | null;
  stage: Step | null;
  fill: string;
  fromMm: number;
  toMm: number;
  toL: number | null;
  share: number;
}

interface Ahead {
  until: number;
  step: Step;
  fill: Fill;
}

/** All that the placer does, in its order; what no batch reaches any more comes at the end. */
export function scriptOf(fills: readonly Fill[], batches: readonly BatchNow[]): Part[] {
  const ahead: Ahead[] = fills.flatMap((fill) => fill.stages.map(({ at_l, step }) => ({ until: at_l, step, fill })));
  const parts: Part[] = [];
  for (const batch of batches) {
    let at = batch.from_l;
    for (let next = ahead[0]; next && at < batch.to_l - TRIFLE_L; next = ahead[0]) {
      if (next.until <= at + TRIFLE_L) {
        parts.push(between(next));
        ahead.shift();
        continue;
      }
      const to = Math.min(next.until, batch.to_l);
      const ends = to === next.until && to < batch.to_l - TRIFLE_L;
      parts.push({
        id: `batch/${batch.number}/place${ends ? `/${next.step.id}` : ""}`,
        batch: batch.number,
        stage: null,
        fill: next.fill.piece,
        fromMm: height(next.fill, at),
        toMm: height(next.fill, to),
        toL: to,
        share: (to - at) / (batch.to_l - batch.from_l),
      });
      at = to;
    }
    for (let next = ahead[0]; next && next.until <= at + TRIFLE_L; next = ahead[0]) {
      parts.push(between(next));
      ahead.shift();
    }
  }
  return [...parts, ...ahead.map(between)];
}

function between({ step, fill }: Ahead): Part {
  const mm = step.depth_mm;
  return { id: step.id, batch: null, stage: step, fill: fill.piece, fromMm: mm, toMm: mm, toL: null, share: 0 };
}

/** How high a form is filled when so much is placed in all [mm]; several alike rise together. */
function height(fill: Fill, placedL: number): number {
  const inside = Math.max(0, (placedL - fill.from_l) / fill.count);
  let [lowMm, lowL] = [0, 0];
  for (const { mm, litres } of fill.levels) {
    if (litres >= inside && litres > lowL) return lowMm + ((mm - lowMm) * (inside - lowL)) / (litres - lowL);
    [lowMm, lowL] = [mm, litres];
  }
  return fill.depth_mm;
}
