import type { Feature, Length, Piece } from "@/api/client";
import type { Units } from "@/units/length";

/** A field of a description: what it is called, and how it is changed. */
export interface Spec {
  key: string;
  label: string;
  as: "length" | "number" | "choice" | "text" | "flag";
  choices?: readonly string[];
  /** What stands for no value; without it the field must have one. */
  none?: string;
  unit?: string;
}

type Kind = Feature["kind"];

const length = (key: string, label: string, none?: string): Spec => ({
  key,
  label,
  as: "length",
  ...(none && { none }),
});
const choice = (key: string, label: string, ...choices: string[]): Spec => ({ key, label, as: "choice", choices });
const degrees = (key: string, label: string): Spec => ({ key, label, as: "number", unit: "°" });
const FACE = choice("face", "In the", "top", "underside");
const SIZE = [length("length", "Length"), length("width", "Width")];
const RADIUS = length("corner_radius", "Corner radius");
const DRAFT = degrees("draft_deg", "Draft");
const FORMER = choice("former", "Former", "foam", "hard", "split");
const TURN = degrees("turned_deg", "Turned left");

/** What may be put into a piece, in the words of the trade, and what each is described by. */
export const FEATURES: Record<Kind, { name: string; stem: string; fields: readonly Spec[] }> = {
  opening: {
    name: "Opening",
    stem: "opening",
    fields: [
      ...SIZE,
      RADIUS,
      DRAFT,
      choice("face", "Measured at the", "top", "underside"),
      flag("hot", "Gets hot"),
      TURN,
    ],
  },
  hole: {
    name: "Round hole",
    stem: "hole",
    fields: [
      length("diameter", "Diameter"),
      length("slot_length", "Slotted, over all", "round"),
      length("depth", "Depth", "through"),
      FACE,
      TURN,
    ],
  },
  recess: {
    name: "Recess",
    stem: "recess",
    fields: [...SIZE, RADIUS, length("depth", "Depth"), DRAFT, FACE, FORMER, TURN],
  },
  grooves: {
    name: "Drainer grooves",
    stem: "grooves",
    fields: [
      { key: "count", label: "Grooves", as: "number" },
      length("length", "Length"),
      length("width", "Width of one"),
      length("pitch", "One to the next"),
      length("depth", "Depth, low end"),
      length("shallow_depth", "Depth, high end", "as deep"),
      choice("drains", "Drains to the", "left", "right", "front", "back"),
      FACE,
      TURN,
    ],
  },
  sleeve: {
    name: "Sleeve or bar",
    stem: "sleeve",
    fields: [
      length("diameter", "Outside diameter"),
      length("wall", "Wall", "solid"),
      length("length", "Length", "as thick"),
      choice("material", "Material", "steel", "stainless", "pvc", "wood"),
    ],
  },
  core: {
    name: "Core",
    stem: "core",
    fields: [
      choice("shape", "Shape", "rectangle", "round"),
      length("length", "Length, or diameter"),
      length("width", "Width"),
      RADIUS,
      length("depth", "Depth"),
      DRAFT,
      choice("face", "Opens on the", "top", "underside"),
      FORMER,
      TURN,
    ],
  },
  void: {
    name: "Foam left in",
    stem: "void",
    fields: [
      ...SIZE,
      RADIUS,
      length("height", "Height"),
      length("above", "Concrete under it"),
      { key: "foam_kg_m3", label: "Foam", as: "number", unit: "kg/m³" },
      TURN,
    ],
  },
  lettering: {
    name: "Letters",
    stem: "letters",
    fields: [
      { key: "text", label: "Text", as: "text" },
      length("height", "Height of a capital"),
      length("depth", "Depth"),
      choice("relief", "Stand", "sunk", "raised"),
      choice("face", "On the", "top", "underside"),
      TURN,
    ],
  },
  bolt: {
    name: "Bolt or insert",
    stem: "bolt",
    fields: [
      length("diameter", "Diameter"),
      length("embedded", "In the concrete"),
      length("projects", "Stands out"),
      choice("into", "Set into the", "underside", "top", "front", "right", "back", "left"),
      length("above", "Over the underside", "middle"),
      length("clamps", "Holds, thickness", "nothing"),
      length("gasket", "Gasket under it"),
      length("counterbore", "Nut sunk by"),
    ],
  },
  "wood pad": { name: "Wood pad", stem: "pad", fields: [...SIZE, length("depth", "Depth"), FACE, TURN] },
  mat: {
    name: "Buried mat",
    stem: "mat",
    fields: [
      ...SIZE,
      length("thickness", "Thickness"),
      length("below_top", "Concrete over it"),
      { key: "kg_m2", label: "Weighs", as: "number", unit: "kg/m²" },
      flag("electric", "Electric"),
      TURN,
    ],
  },
  rib: {
    name: "Rib",
    stem: "rib",
    fields: [...SIZE, RADIUS, length("height", "Height"), choice("face", "Stands on the", "underside", "top"), TURN],
  },
  cutout: { name: "Drawn opening", stem: "cutout", fields: [length("depth", "Depth", "through"), FACE, TURN] },
  "drop edge": {
    name: "Drop edge",
    stem: "drop-edge",
    fields: [length("drop", "Hangs down"), length("thickness", "Front to back")],
  },
};

export const REPEAT: readonly Spec[] = [
  choice("kind", "Repeated in a", "row", "grid", "ring"),
  { key: "count", label: "How many", as: "number" },
  { key: "rows", label: "Rows, of a grid", as: "number" },
  length("pitch", "One to the next, or radius"),
  length("row_pitch", "Row to row", "the same"),
  choice("along", "Runs", "to the right", "to the back"),
];

type OutlineKind = Piece["outline"]["kind"];

/** The outlines of pieces, and what each is described by. */
export const OUTLINES: Record<OutlineKind, { name: string; fields: readonly Spec[] }> = {
  rectangle: { name: "Rectangle", fields: SIZE },
  l: {
    name: "L",
    fields: [
      length("length", "Length over all"),
      length("width", "Width over all"),
      length("along", "Run along, depth"),
      length("across", "Run across, depth"),
      choice("meet", "Runs meet at the", "back left", "back right", "front left", "front right"),
    ],
  },
  u: {
    name: "U",
    fields: [
      length("length", "Length over all"),
      length("width", "Width over all"),
      length("along", "Back run, depth"),
      length("left", "Left run, depth"),
      length("right", "Right run, depth"),
    ],
  },
  trapezoid: {
    name: "Trapezoid",
    fields: [
      length("front", "Front"),
      length("back", "Back"),
      length("width", "Front to back"),
      length("back_from_left", "Back begins, from left", "centred"),
    ],
  },
  polygon: {
    name: "Regular polygon",
    fields: [
      { key: "sides", label: "Sides", as: "number" },
      choice("by", "Measured", "across flats", "side", "radius"),
      length("size", "Size"),
    ],
  },
  disc: { name: "Disc", fields: [length("diameter", "Diameter")] },
  "half disc": { name: "Half disc", fields: [length("diameter", "Diameter")] },
  "arch block": {
    name: "Arch block",
    fields: [
      length("span", "Clear span"),
      length("rise", "Rise"),
      length("depth", "Depth of the ring"),
      { key: "blocks", label: "Blocks in the arch", as: "number" },
    ],
  },
  free: { name: "By its corners", fields: [] },
  imported: { name: "From a drawing", fields: [] },
};

export const CORNER: readonly Spec[] = [
  length("x", "From the left"),
  length("y", "From the front"),
  length("radius", "Rounded by"),
  length("chamfer", "Cut off by"),
  length("bow", "Next edge bows by"),
  choice("bows", "It bows", "out", "in"),
];

export const TAPER: readonly Spec[] = [
  choice("towards", "Thinner or thicker at the", "front", "right", "back", "left"),
  length("thickness", "Thickness there"),
  choice("face", "What slopes", "underside", "top"),
];

export const PROFILE: readonly Spec[] = [
  choice("profile", "Shape", "round-over", "chamfer", "half bullnose", "full bullnose"),
  length("size", "Size"),
  choice("made", "Made", "routed later", "in the mould"),
];

export const EDGE_FIT: readonly Spec[] = [length("gap", "Gap to the wall"), length("overhang", "Overhang")];

export const SEAM: readonly Spec[] = [
  choice("side", "Measured from the", "left", "right", "front", "back"),
  length("offset", "At"),
];

export const RUN: readonly Spec[] = [
  choice("along", "Fills the run by its", "length", "width"),
  length("run", "The whole run"),
  length("gap", "Between two"),
  length("end_gap", "At each end"),
];

export const SITE_DIMENSION: readonly Spec[] = [
  { key: "name", label: "What", as: "text" },
  length("first", "Measured"),
  length("again", "Measured again", "not yet"),
  length("offset", "Baseline stands off", "no baseline"),
];

export const PASSAGE: readonly Spec[] = [
  { key: "name", label: "What", as: "text" },
  choice("kind", "Kind", "doorway", "stairs", "gate"),
  length("width", "Width"),
  length("height", "Height"),
];

function flag(key: string, label: string): Spec {
  return { key, label, as: "flag" };
}

/** The core reads what is typed; its millimetres come back with the plan. */
export function typed(text: string): Length {
  return { typed: text } as Length;
}

/** A length that nobody typed, to the reader's mark. */
export function whole(mm: number, units: Units): Length {
  const step = units === "in" ? 25.4 / 8 : 1;
  return { mm: Number((Math.round(mm / step) * step).toFixed(4)), typed: null };
}
