import type { Size } from "./anchors";
import type { Box } from "./boxes";

/** A line that a moved feature was drawn to [mm]. */
export interface Guide {
  axis: "x" | "y";
  at: number;
}

interface Snapped {
  x: number;
  y: number;
  guides: Guide[];
}

/** A place to be drawn to, on one axis: where the centre goes, and where its line is drawn [mm]. */
interface Pull {
  centre: number;
  at: number;
}

/**
 * A centre drawn to what is near: the middle of the piece, the edges and middles of other features, and the place
 * from which the gaps to its two neighbours, or to an edge and a neighbour, are equal.
 */
export function snap(size: Size, moving: Box, others: readonly Box[], x: number, y: number, within: number): Snapped {
  const along = nearest(pulls(size.length, moving.length_mm / 2, others.map(spanX), x), x, within);
  const across = nearest(pulls(size.width, moving.width_mm / 2, others.map(spanY), y), y, within);
  const guides: Guide[] = [];
  if (along) guides.push({ axis: "x", at: along.at });
  if (across) guides.push({ axis: "y", at: across.at });
  return { x: along?.centre ?? x, y: across?.centre ?? y, guides };
}

type Span = readonly [low: number, high: number];

const spanX = (box: Box): Span => [box.x_mm - box.length_mm / 2, box.x_mm + box.length_mm / 2];
const spanY = (box: Box): Span => [box.y_mm - box.width_mm / 2, box.y_mm + box.width_mm / 2];

function pulls(run: number, half: number, others: readonly Span[], now: number): Pull[] {
  const found: Pull[] = [{ centre: run / 2, at: run / 2 }];
  for (const [low, high] of others) {
    const middle = (low + high) / 2;
    found.push({ centre: middle, at: middle }, { centre: low + half, at: low }, { centre: high - half, at: high });
  }
  const before = Math.max(0, ...others.map(([, high]) => high).filter((high) => high <= now));
  const after = Math.min(run, ...others.map(([low]) => low).filter((low) => low >= now));
  found.push({ centre: (before + after) / 2, at: (before + after) / 2 });
  return found;
}

function nearest(all: readonly Pull[], now: number, within: number): Pull | undefined {
  const near = all.filter((pull) => Math.abs(pull.centre - now) <= within);
  return near.sort((a, b) => Math.abs(a.centre - now) - Math.abs(b.centre - now))[0];
}
