import type { Feature, Piece } from "@/api/client";
import { STEP_MM, type Units } from "@/units/length";

type Anchor = Feature["x"] | Feature["y"];

export function halfSize(feature: Feature): { x: number; y: number } {
  if (feature.kind === "opening") return { x: feature.length.mm / 2, y: feature.width.mm / 2 };
  return { x: feature.diameter.mm / 2, y: feature.diameter.mm / 2 };
}

/** A feature with its centre brought to x, y [mm] along the reader's grid, measured from where it was measured. */
export function movedTo(piece: Piece, feature: Feature, x: number, y: number, units: Units): Feature {
  const half = halfSize(feature);
  return {
    ...feature,
    x: placed(feature.x, x, piece.outline.length.mm, half.x, units),
    y: placed(feature.y, y, piece.outline.width.mm, half.y, units),
  } as Feature;
}

/** Where an anchor puts a feature's centre, from left or front [mm]. */
export function centreAlong(anchor: Anchor, run: number, half: number): number {
  const distance = anchor.offset.mm + (anchor.to === "edge" ? half : 0);
  return isNear(anchor) ? distance : run - distance;
}

/** An anchor measured from another edge, or to another part of its feature, that leaves it where it is. */
export function remeasured<A extends Anchor>(anchor: A, side: A["side"], to: A["to"], run: number, half: number): A {
  const centre = centreAlong(anchor, run, half);
  const distance = (side === "left" || side === "front" ? centre : run - centre) - (to === "edge" ? half : 0);
  return { ...anchor, side, to, offset: { mm: Number(Math.max(0, distance).toFixed(6)), typed: null } };
}

function placed<A extends Anchor>(anchor: A, centre: number, run: number, half: number, units: Units): A {
  const distance = (isNear(anchor) ? centre : run - centre) - (anchor.to === "edge" ? half : 0);
  const step = STEP_MM[units];
  const offset = Math.max(0, Math.round(distance / step) * step);
  if (Math.abs(offset - anchor.offset.mm) < step / 2) return anchor;
  return { ...anchor, offset: { mm: Number(offset.toFixed(6)), typed: null } };
}

function isNear(anchor: Anchor): boolean {
  return anchor.side === "left" || anchor.side === "front";
}
