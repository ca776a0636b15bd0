import type { Feature, Length, Piece } from "@/api/client";
import type { Units } from "@/units/length";
import { freshId } from "./fields";

/** Sizes that a new opening or hole starts with: a small sink, a tap. */
const START = {
  in: { length: '18"', width: '13"', radius: '1"', diameter: '1 3/8"' },
  mm: { length: "450 mm", width: "330 mm", radius: "25 mm", diameter: "35 mm" },
} as const;

/** A new opening in the middle of its piece, no larger than half of it. */
export function newOpening(piece: Piece, units: Units): Feature {
  const start = START[units];
  const [length, width] = [piece.outline.length.mm, piece.outline.width.mm];
  return {
    kind: "opening",
    id: freshId(piece, "opening"),
    name: "Opening",
    x: { side: "left", to: "centre", offset: middle(length) },
    y: { side: "front", to: "centre", offset: middle(width) },
    length: length > 900 ? typed(start.length) : middle(length),
    width: width > 550 ? typed(start.width) : middle(width),
    corner_radius: typed(start.radius),
  };
}

/** A new round hole in the middle of its piece. */
export function newHole(piece: Piece, units: Units): Feature {
  return {
    kind: "hole",
    id: freshId(piece, "hole"),
    name: "Round hole",
    x: { side: "left", to: "centre", offset: middle(piece.outline.length.mm) },
    y: { side: "front", to: "centre", offset: middle(piece.outline.width.mm) },
    diameter: typed(START[units].diameter),
  };
}

/** The core reads what is typed; its millimetres come back with the plan. */
export function typed(text: string): Length {
  return { typed: text } as Length;
}

function middle(run: number): Length {
  return { mm: Math.round(run / 2), typed: null };
}
