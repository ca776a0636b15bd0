import type { FeatureInput, Piece, PieceInput, Schemas } from "@/api/client";
import { freshId } from "./fields";

type Drawing = Schemas["Drawing"];
type Loop = Drawing["loops"][number];

/** Which closed line of a drawing is the outline, none where the piece keeps its own, and which are openings in it. */
export interface ChosenLoops {
  outline: number | null;
  openings: readonly number[];
}

export const NOTHING: ChosenLoops = { outline: null, openings: [] };

/** The largest line as the outline, and what lies in it as openings. */
export function likely({ loops }: Drawing): ChosenLoops {
  const [largest, ...rest] = loops;
  if (!largest) return NOTHING;
  return { outline: 0, openings: rest.flatMap((loop, index) => (within(loop, largest) ? [index + 1] : [])) };
}

/** The piece with what was chosen of a drawing. */
export function withLoops(
  piece: Piece,
  { loops }: Drawing,
  { outline, openings }: ChosenLoops,
  file: string,
): PieceInput {
  const body = outline === null ? undefined : loops[outline];
  const [left, front] = body ? corner(body) : [0, 0];
  const features: FeatureInput[] = [...piece.features];
  for (const index of openings) {
    const loop = loops[index];
    if (loop && index !== outline) features.push(asFeature(features, loop, left, front));
  }
  if (!body) return { ...piece, features };
  const drawn: PieceInput["outline"] = { kind: "imported", source: file.slice(0, 80), vertices: vertices(body) };
  return { ...piece, outline: drawn, features };
}

export function places(path: readonly number[], from: number): number[] {
  return path.filter((_, index) => index % 3 === from);
}

function corner(loop: Loop): readonly [number, number] {
  // A bulging edge may reach past its corners: the box's size tells the rest where it is a circle.
  const [xs, ys] = [places(loop.path, 0), places(loop.path, 1)];
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [front, back] = [Math.min(...ys), Math.max(...ys)];
  return [left - (loop.length_mm - (right - left)) / 2, front - (loop.width_mm - (back - front)) / 2];
}

function within(loop: Loop, outer: Loop): boolean {
  const [[x, y], [left, front]] = [corner(loop), corner(outer)];
  return (
    x >= left &&
    y >= front &&
    x + loop.length_mm <= left + outer.length_mm &&
    y + loop.width_mm <= front + outer.width_mm
  );
}

type Corners = Schemas["Cutout-Input"]["vertices"];

function vertices(loop: Loop): Corners {
  const corners: { x: number; y: number; bulge: number }[] = [];
  for (let at = 0; at < loop.path.length; at += 3) {
    corners.push({ x: loop.path[at] ?? 0, y: loop.path[at + 1] ?? 0, bulge: loop.path[at + 2] ?? 0 });
  }
  return corners;
}

function asFeature(features: readonly FeatureInput[], loop: Loop, left: number, front: number): FeatureInput {
  const [x, y] = corner(loop);
  const mm = (value: number) => ({ mm: Number(Math.max(0, value).toFixed(4)), typed: null });
  return {
    kind: "cutout",
    id: freshId(features, "cutout"),
    name: `Drawn opening ${features.filter((one) => one.kind === "cutout").length + 1}`,
    x: { side: "left", to: "centre", offset: mm(x - left + loop.length_mm / 2) },
    y: { side: "front", to: "centre", offset: mm(y - front + loop.width_mm / 2) },
    vertices: vertices(loop),
    depth: null,
    face: "top",
    turned_deg: 0,
    repeat: null,
  };
}
