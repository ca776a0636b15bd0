import type { Feature, Piece } from "@/api/client";
import type { Size } from "@/drawing/anchors";
import type { Units } from "@/units/length";
import { freshId } from "./fields";
import { FEATURES, typed, whole } from "./kinds";

type Kind = Exclude<Feature["kind"], "cutout">;

/** What a new feature is like, in the reader's units: sizes that are usual, in the middle, none larger than half. */
export function newFeature(kind: Kind, piece: Piece, size: Size, edges: readonly string[], units: Units): Feature {
  const { name, stem } = FEATURES[kind];
  const id = freshId(piece, stem);
  if (kind === "drop edge") {
    const edge = edges.includes("front") ? "front" : (edges[0] ?? "front");
    return { kind, id, name, edge, drop: usual(units, '1 1/2"', "40 mm"), thickness: usual(units, '1 1/2"', "40 mm") };
  }
  const at = {
    x: { side: "left", to: "centre", offset: whole(size.length / 2, units) },
    y: { side: "front", to: "centre", offset: whole(size.width / 2, units) },
  };
  return { kind, id, name, ...at, ...startOf(kind, size, piece.thickness.mm, units) } as unknown as Feature;
}

function startOf(kind: Kind, size: Size, thickness: number, units: Units): object {
  const deep = whole(Math.min(15, thickness / 3), units);
  const box = (length: number, width: number) => ({
    length: size.length > length * 2 ? whole(length, units) : whole(size.length / 2, units),
    width: size.width > width * 1.6 ? whole(width, units) : whole(size.width / 2, units),
  });
  switch (kind) {
    case "opening":
      return {
        length: size.length > 900 ? usual(units, '18"', "450 mm") : whole(size.length / 2, units),
        width: size.width > 550 ? usual(units, '13"', "330 mm") : whole(size.width / 2, units),
        corner_radius: usual(units, '1"', "25 mm"),
      };
    case "hole":
      return { diameter: usual(units, '1 3/8"', "35 mm") };
    case "recess":
      return { ...box(200, 120), corner_radius: usual(units, '1/2"', "12 mm"), depth: deep };
    case "grooves":
      return {
        length: whole(Math.min(300, size.length / 2), units),
        width: usual(units, '1/2"', "12 mm"),
        pitch: usual(units, '1 1/2"', "40 mm"),
        depth: deep,
        count: Math.max(1, Math.min(6, Math.floor(size.width / 80))),
      };
    case "sleeve":
      return { diameter: usual(units, '1 1/4"', "34 mm"), wall: usual(units, '1/8"', "2 mm") };
    case "core": {
      const wall = Math.min(30, size.length / 4, size.width / 4);
      return {
        length: whole(size.length - 2 * wall, units),
        width: whole(size.width - 2 * wall, units),
        depth: whole(Math.max(thickness - 40, thickness / 2), units),
        former: "split",
      };
    }
    case "void":
      return { ...box(300, 200), height: whole(thickness / 3, units), above: whole(thickness / 3, units) };
    case "lettering":
      return { text: "No. 1", height: whole(Math.min(40, size.width / 4), units), depth: usual(units, '1/8"', "3 mm") };
    case "bolt":
      return { diameter: usual(units, '3/8"', "10 mm"), embedded: whole(Math.max(10, thickness - 30), units) };
    case "wood pad":
      return { ...box(100, 100), depth: deep };
    case "mat":
      return { ...box(size.length * 0.6, size.width * 0.6), below_top: whole(thickness / 2, units) };
    case "rib":
      return { ...box(300, 60), height: usual(units, '1"', "25 mm") };
    default:
      return {};
  }
}

function usual(units: Units, inches: string, metric: string) {
  return typed(units === "in" ? inches : metric);
}
