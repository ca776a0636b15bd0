import type { Feature } from "@/api/client";
import type { Box } from "./boxes";

/** A feature that is held from two edges; a drop edge belongs to one and is not. */
export type Anchored = Extract<Feature, { x: unknown }>;
type Anchor = Anchored["x"] | Anchored["y"];

export interface Size {
  length: number;
  width: number;
}

export function isAnchored(feature: Feature): feature is Anchored {
  return feature.kind !== "drop edge";
}

/** A feature with its centre brought to x, y [mm] along the reader's grid, measured from where it was measured. */
export function movedTo<F extends Anchored>(size: Size, feature: F, box: Box, x: number, y: number, step: number): F {
  return {
    ...feature,
    x: placed(feature.x, x, size.length, box.length_mm / 2, step),
    y: placed(feature.y, y, size.width, box.width_mm / 2, step),
  };
}

/** Where a feature's anchors put its centre [mm]. */
export function centreOf(size: Size, feature: Anchored, box: Box): { x: number; y: number } {
  return {
    x: centreAlong(feature.x, size.length, box.length_mm / 2),
    y: centreAlong(feature.y, size.width, box.width_mm / 2),
  };
}

/** Where an anchor puts a feature's centre, from left or front [mm]. */
function centreAlong(anchor: Anchor, run: number, half: number): number {
  const distance = anchor.offset.mm + (anchor.to === "edge" ? half : 0);
  return isNear(anchor) ? distance : run - distance;
}

/** An anchor measured from another edge, or to another part of its feature, that leaves it where it is. */
export function remeasured(anchor: Anchor, side: string, to: Anchor["to"], run: number, half: number) {
  const centre = centreAlong(anchor, run, half);
  const distance = (side === "left" || side === "front" ? centre : run - centre) - (to === "edge" ? half : 0);
  return { ...anchor, side, to, offset: { mm: Number(Math.max(0, distance).toFixed(6)), typed: null } };
}

const ACROSS = ["left", "right"];
const SIDES = ["front", "right", "back", "left"];

/** A feature in a side, flush with it: a bolt that is set into a side stays there, wherever it is drawn. */
export function atItsSide<F extends Anchored>(feature: F): F {
  if (feature.kind !== "bolt" || !feature.into || !SIDES.includes(feature.into)) return feature;
  const flush = { to: "edge", offset: { mm: 0, typed: null } } as const;
  return ACROSS.includes(feature.into)
    ? { ...feature, x: { ...feature.x, side: feature.into, ...flush } }
    : { ...feature, y: { ...feature.y, side: feature.into, ...flush } };
}

function placed<A extends Anchor>(anchor: A, centre: number, run: number, half: number, step: number): A {
  const distance = (isNear(anchor) ? centre : run - centre) - (anchor.to === "edge" ? half : 0);
  const offset = Math.max(0, step ? Math.round(distance / step) * step : distance);
  if (Math.abs(offset - anchor.offset.mm) < (step || 1e-6) / 2) return anchor;
  return { ...anchor, offset: { mm: Number(offset.toFixed(6)), typed: null } };
}

function isNear(anchor: Anchor): boolean {
  return anchor.side === "left" || anchor.side === "front";
}
