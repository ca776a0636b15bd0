/** What the placer does, batch by batch: each is placed up to where something else comes first. As in the core. */

import type { BatchNow, Fill, Step } from "./types";

type Stage = Fill["stages"][number];

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

/** All that the placer does, in its order; what no batch reaches any more comes at the end. */
export function scriptOf(fills: readonly Fill[], batches: readonly BatchNow[]): Part[] {
  const ahead = fills.map((fill) => ({ fill, stages: [...fill.stages] }));
  const parts: Part[] = [];
  for (const batch of batches) {
    let placed = batch.from_l;
    for (const { fill, stages } of ahead) {
      const low = Math.max(batch.from_l, fill.from_l);
      const high = Math.min(batch.to_l, fill.to_l);
      const full = stages.length > 0 && batch.to_l >= fill.to_l - TRIFLE_L;
      if (high > low + TRIFLE_L || full) placed = into(fill, batch, [low, Math.max(low, high)], placed, stages, parts);
    }
  }
  return [...parts, ...ahead.flatMap(({ fill, stages }) => stages.map((stage) => between(stage, fill)))];
}

/** Places what a batch has for one form, and does what comes on the way; how much is placed with it [l]. */
function into(
  fill: Fill,
  batch: BatchNow,
  [from, end]: [number, number],
  before: number,
  ahead: Stage[],
  parts: Part[],
): number {
  let at = from;
  let placed = before;
  for (let stage = ahead[0]; stage && at < end - TRIFLE_L; stage = ahead[0]) {
    if (stage.at_l <= at + TRIFLE_L) {
      parts.push(between(stage, fill));
      ahead.shift();
      continue;
    }
    const to = Math.min(stage.at_l, end);
    const ends = to === stage.at_l && to < batch.to_l - TRIFLE_L;
    const litres = (to - at) * fill.share;
    placed += litres;
    parts.push({
      id: `batch/${batch.number}/place${ends ? `/${stage.step.id}` : fill.share < 1 ? `/${fill.id}` : ""}`,
      batch: batch.number,
      stage: null,
      fill: fill.id,
      fromMm: height(fill, at),
      toMm: height(fill, to),
      toL: placed,
      share: litres / (batch.to_l - batch.from_l),
    });
    at = to;
  }
  for (let stage = ahead[0]; stage && stage.at_l <= at + TRIFLE_L; stage = ahead[0]) {
    parts.push(between(stage, fill));
    ahead.shift();
  }
  return placed;
}

function between({ step }: Stage, fill: Fill): Part {
  const mm = step.depth_mm;
  return { id: step.id, batch: null, stage: step, fill: fill.id, fromMm: mm, toMm: mm, toL: null, share: 0 };
}

/** How high a form is filled when so much is placed in all [mm]; several alike rise together. */
function height(fill: Fill, placedL: number): number {
  const share = (placedL - fill.from_l) / (fill.to_l - fill.from_l);
  const inside = Math.max(0, share * (fill.levels.at(-1)?.litres ?? 0));
  let [lowMm, lowL] = [0, 0];
  for (const { mm, litres } of fill.levels) {
    if (litres >= inside && litres > lowL) return lowMm + ((mm - lowMm) * (inside - lowL)) / (litres - lowL);
    [lowMm, lowL] = [mm, litres];
  }
  return fill.depth_mm;
}
