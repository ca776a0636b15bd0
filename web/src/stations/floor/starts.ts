import type { Units } from "@/units/length";

/** The first numbers of a piece, as they are asked for: what each is called, and what it sets. */
export type Sizes = Record<string, string>;

export interface Start {
  id: string;
  /** What casters call it. */
  name: string;
  /** The fields asked for, in order: key and label. */
  fields: readonly (readonly [key: string, label: string])[];
  sizes: Record<Units, Sizes>;
  /** The piece but for its sizes. */
  piece: (size: (key: string) => object, units: Units) => object;
}

const BOX = [
  ["length", "Length, left to right"],
  ["width", "Width, front to back"],
  ["thickness", "Thickness"],
] as const;
const ALL_ROUND = ["front", "right", "back", "left"];
const box = (length: string, width: string, thickness: string): Sizes => ({ length, width, thickness });
const rectangle = (size: (key: string) => object) => ({
  kind: "rectangle",
  length: size("length"),
  width: size("width"),
});
const middle = (units: Units, inches: string, metric: string) => ({
  offset: { typed: units === "in" ? inches : metric },
});

/** What may be begun, with numbers that are usual. */
export const STARTS: readonly Start[] = [
  {
    id: "top",
    name: "Top",
    fields: BOX,
    sizes: { in: box('36"', '24"', '1 1/2"'), mm: box("900 mm", "600 mm", "40 mm") },
    piece: (size) => ({ outline: rectangle(size) }),
  },
  {
    id: "l-top",
    name: "L top",
    fields: [
      ["length", "Length over all"],
      ["width", "Width over all"],
      ["along", "Depth of the run along"],
      ["across", "Depth of the run across"],
      ["thickness", "Thickness"],
    ],
    sizes: {
      in: { length: '96"', width: '66"', along: '25"', across: '25"', thickness: '1 1/2"' },
      mm: { length: "2400 mm", width: "1700 mm", along: "650 mm", across: "600 mm", thickness: "40 mm" },
    },
    piece: (size) => ({
      outline: { kind: "l", ...sized(size, "length", "width", "along", "across") },
      edges_shown: ["inner front", "inner right"],
    }),
  },
  {
    id: "weight",
    name: "Weight",
    fields: [
      ["diameter", "Diameter"],
      ["thickness", "Thickness"],
    ],
    sizes: { in: { diameter: '10"', thickness: '2"' }, mm: { diameter: "250 mm", thickness: "50 mm" } },
    piece: (size, units) => ({
      outline: { kind: "disc", diameter: size("diameter") },
      edges_shown: ["rim"],
      features: [
        {
          kind: "sleeve",
          id: "sleeve",
          name: "Bar sleeve",
          x: middle(units, '5"', "125 mm"),
          y: middle(units, '5"', "125 mm"),
          diameter: { typed: units === "in" ? '1 1/4"' : "34 mm" },
          wall: { typed: units === "in" ? '1/8"' : "2 mm" },
        },
      ],
    }),
  },
  {
    id: "leg",
    name: "Leg",
    fields: [
      ["length", "Width at the top"],
      ["width", "Height"],
      ["thickness", "Thickness"],
    ],
    sizes: { in: box('15"', '16"', '3"'), mm: box("380 mm", "400 mm", "80 mm") },
    piece: (size) => ({ outline: rectangle(size), drawn: "from the side", edges_shown: ALL_ROUND }),
  },
  {
    id: "planter",
    name: "Planter",
    fields: [BOX[0], BOX[1], ["thickness", "Height"]],
    sizes: { in: box('24"', '14"', '14"'), mm: box("600 mm", "350 mm", "350 mm") },
    piece: (size, units) => ({
      outline: rectangle(size),
      cast: "face up",
      edges_shown: ALL_ROUND,
      features: [
        {
          kind: "core",
          id: "inside",
          name: "Inside",
          x: middle(units, '12"', "300 mm"),
          y: middle(units, '7"', "175 mm"),
          length: { typed: units === "in" ? '21 1/2"' : "540 mm" },
          width: { typed: units === "in" ? '11 1/2"' : "290 mm" },
          corner_radius: { typed: units === "in" ? '3/4"' : "20 mm" },
          depth: { typed: units === "in" ? '12"' : "305 mm" },
          former: "split",
        },
      ],
    }),
  },
  {
    id: "ramp",
    name: "Ramp",
    fields: [
      ["run", "Run"],
      ["rise", "Height at the top"],
      ["toe", "Height at the toe"],
      ["thickness", "Width"],
    ],
    sizes: {
      in: { run: '24"', rise: '5 1/2"', toe: '1"', thickness: '15"' },
      mm: { run: "600 mm", rise: "140 mm", toe: "25 mm", thickness: "380 mm" },
    },
    piece: (size) => {
      const none = { typed: "0 mm" };
      return {
        outline: {
          kind: "free",
          corners: [
            { x: none, y: none },
            { x: size("run"), y: none },
            { x: size("run"), y: size("rise") },
            { x: none, y: size("toe") },
          ],
        },
        drawn: "from the side",
        edges_shown: ["edge 3"],
      };
    },
  },
  {
    id: "block",
    name: "Block",
    fields: BOX,
    sizes: { in: box('20"', '8"', '8"'), mm: box("500 mm", "200 mm", "200 mm") },
    piece: (size) => ({ outline: rectangle(size), edges_shown: ALL_ROUND }),
  },
  {
    id: "arch-block",
    name: "Arch block",
    fields: [
      ["span", "Clear span"],
      ["rise", "Rise"],
      ["depth", "Depth of the ring"],
      ["thickness", "Width of the arch"],
    ],
    sizes: {
      in: { span: '96"', rise: '32"', depth: '6"', thickness: '12"' },
      mm: { span: "2400 mm", rise: "800 mm", depth: "150 mm", thickness: "300 mm" },
    },
    piece: (size) => ({
      outline: { kind: "arch block", ...sized(size, "span", "rise", "depth"), blocks: 11 },
      count: 11,
      edges_shown: ["inner"],
    }),
  },
  {
    id: "slab",
    name: "Slab",
    fields: BOX,
    sizes: { in: box('24"', '16"', '2"'), mm: box("600 mm", "400 mm", "50 mm") },
    piece: (size) => ({ outline: rectangle(size), cast: "face up", edges_shown: ALL_ROUND }),
  },
  {
    id: "disc",
    name: "Disc",
    fields: [
      ["diameter", "Diameter"],
      ["thickness", "Thickness"],
    ],
    sizes: { in: { diameter: '16"', thickness: '2"' }, mm: { diameter: "420 mm", thickness: "55 mm" } },
    piece: (size) => ({ outline: { kind: "disc", diameter: size("diameter") }, cast: "face up", edges_shown: ["rim"] }),
  },
];

/** A piece begun with its first numbers, as they were typed. */
export function startPiece(start: Start, id: string, name: string, sizes: Sizes, units: Units): object {
  const size = (key: string) => ({ typed: sizes[key] ?? "", bare: units });
  return { id, name, thickness: size("thickness"), ...start.piece(size, units) };
}

function sized(size: (key: string) => object, ...keys: string[]): object {
  return Object.fromEntries(keys.map((key) => [key, size(key)]));
}
