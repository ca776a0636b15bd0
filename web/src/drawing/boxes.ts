import type { PiecePlan } from "@/api/client";

/** View geometry while a gesture lasts: distances between features, taken as rounded boxes. */

export type Box = PiecePlan["measure"]["features"][number];

export interface Gap {
  mm: number;
  x1: number;
  y1: number;
  x2: number;
  y2: number;
}

/**
 * The shortest distance between two rounded boxes: between the boxes shrunk by their radii, less the radii.
 * A circle shrinks to its centre, so it is exact for circles too.
 */
export function gapBetween(a: Box, b: Box): Gap {
  const x = nearest(a.x_mm, a.length_mm / 2 - a.radius_mm, b.x_mm, b.length_mm / 2 - b.radius_mm);
  const y = nearest(a.y_mm, a.width_mm / 2 - a.radius_mm, b.y_mm, b.width_mm / 2 - b.radius_mm);
  const between = Math.hypot(x.to - x.from, y.to - y.from) || 1e-9;
  const [ux, uy] = [(x.to - x.from) / between, (y.to - y.from) / between];
  return {
    mm: between - a.radius_mm - b.radius_mm,
    x1: x.from + ux * a.radius_mm,
    y1: y.from + uy * a.radius_mm,
    x2: x.to - ux * b.radius_mm,
    y2: y.to - uy * b.radius_mm,
  };
}

function nearest(a: number, halfA: number, b: number, halfB: number): { from: number; to: number } {
  if (b - halfB > a + halfA) return { from: a + halfA, to: b - halfB };
  if (a - halfA > b + halfB) return { from: a - halfA, to: b + halfB };
  const shared = (Math.max(a - halfA, b - halfB) + Math.min(a + halfA, b + halfB)) / 2;
  return { from: shared, to: shared };
}
