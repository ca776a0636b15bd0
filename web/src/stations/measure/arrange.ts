import type { Feature } from "@/api/client";
import { type Anchored, centreOf, isAnchored, movedTo, type Size } from "@/drawing/anchors";
import type { Box } from "@/drawing/boxes";

export type Arrangement =
  | "mirror across"
  | "mirror deep"
  | "align left"
  | "align middle"
  | "align right"
  | "align front"
  | "align centre"
  | "align back"
  | "distribute across"
  | "distribute deep";

interface Chosen {
  feature: Anchored;
  box: Box;
  x: number;
  y: number;
}

/** Chosen features put in order: mirrored about the piece's middle, lined up, or with equal gaps between them. */
export function arranged(
  how: Arrangement,
  features: readonly Feature[],
  ids: readonly string[],
  boxes: readonly Box[],
  size: Size,
): Feature[] {
  const chosen = features.flatMap((feature): Chosen[] => {
    const box = boxes.find((one) => one.id === feature.id && one.copy === 0);
    if (!ids.includes(feature.id) || !isAnchored(feature) || !box) return [];
    return [{ feature, box, ...centreOf(size, feature, box) }];
  });
  const places = new Map(placesOf(how, chosen, size).map((one) => [one.feature.id, one]));
  return features.map((feature) => {
    const to = places.get(feature.id);
    return to ? movedTo(size, to.feature, to.box, to.x, to.y, 0) : feature;
  });
}

function placesOf(how: Arrangement, chosen: readonly Chosen[], size: Size): readonly Chosen[] {
  const low = (one: Chosen, axis: "x" | "y") => one[axis] - half(one, axis);
  const high = (one: Chosen, axis: "x" | "y") => one[axis] + half(one, axis);
  const lined = (axis: "x" | "y", to: (one: Chosen) => number) => chosen.map((one) => ({ ...one, [axis]: to(one) }));
  const least = (axis: "x" | "y") => Math.min(...chosen.map((one) => low(one, axis)));
  const most = (axis: "x" | "y") => Math.max(...chosen.map((one) => high(one, axis)));
  switch (how) {
    case "mirror across":
      return lined("x", (one) => size.length - one.x);
    case "mirror deep":
      return lined("y", (one) => size.width - one.y);
    case "align left":
      return lined("x", (one) => least("x") + half(one, "x"));
    case "align right":
      return lined("x", (one) => most("x") - half(one, "x"));
    case "align middle":
      return lined("x", () => (least("x") + most("x")) / 2);
    case "align front":
      return lined("y", (one) => least("y") + half(one, "y"));
    case "align back":
      return lined("y", (one) => most("y") - half(one, "y"));
    case "align centre":
      return lined("y", () => (least("y") + most("y")) / 2);
    case "distribute across":
      return distributed(chosen, "x");
    case "distribute deep":
      return distributed(chosen, "y");
  }
}

function half(one: Chosen, axis: "x" | "y"): number {
  return (axis === "x" ? one.box.length_mm : one.box.width_mm) / 2;
}

/** The outermost two stay; the gaps between all of them become equal. */
function distributed(chosen: readonly Chosen[], axis: "x" | "y"): readonly Chosen[] {
  const row = chosen.toSorted((a, b) => a[axis] - b[axis]);
  const [first, last] = [row[0], row.at(-1)];
  if (!first || !last || row.length < 3) return chosen;
  const filled = row.reduce((sum, one) => sum + 2 * half(one, axis), 0);
  const gap = (last[axis] + half(last, axis) - (first[axis] - half(first, axis)) - filled) / (row.length - 1);
  let from = first[axis] - half(first, axis);
  return row.map((one) => {
    const at = from + half(one, axis);
    from += 2 * half(one, axis) + gap;
    return { ...one, [axis]: at };
  });
}
