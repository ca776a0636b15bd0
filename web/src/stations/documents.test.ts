import { describe, expect, it } from "vitest";
import type { Feature, Job, Piece } from "@/api/client";
import { withField } from "@/api/editor";
import type { Box } from "@/drawing/boxes";
import { made } from "@/testing";
import { type Arrangement, arranged } from "./measure/arrange";
import { freshId, withFeature, withPiece } from "./measure/fields";
import { withBar } from "./steel/useBars";

const size = { length: 1000, width: 600 };
const emptied = made<Piece>({ id: "top", name: "Top", thickness: { mm: 60, typed: null }, features: [] });

function hole(id: string, x: number, y: number): Feature {
  const at = (side: string, mm: number) => ({ side, to: "centre", offset: { mm, typed: `${mm}` } });
  return made({ kind: "hole", id, name: id, x: at("left", x), y: at("front", y), diameter: { mm: 40 } });
}
const boxOf = (feature: Feature) => made<Box>({ id: feature.id, copy: 0, length_mm: 40, width_mm: 40 });
const holes = [hole("a", 100, 100), hole("b", 180, 400), hole("c", 700, 250), hole("d", 900, 500)];

function placesAfter(how: Arrangement, from = holes, ids = ["a", "b", "c"]): [number, number][] {
  const found = arranged(how, from, ids, from.map(boxOf), size);
  return found.map((one) => ("x" in one ? [one.x.offset.mm, one.y.offset.mm] : [0, 0]));
}

describe("features are put in order", () => {
  it.each([
    [
      "mirror across",
      [
        [900, 100],
        [820, 400],
        [300, 250],
      ],
    ],
    [
      "mirror deep",
      [
        [100, 500],
        [180, 200],
        [700, 350],
      ],
    ],
    [
      "align left",
      [
        [100, 100],
        [100, 400],
        [100, 250],
      ],
    ],
    [
      "align right",
      [
        [700, 100],
        [700, 400],
        [700, 250],
      ],
    ],
    [
      "align middle",
      [
        [400, 100],
        [400, 400],
        [400, 250],
      ],
    ],
    [
      "align front",
      [
        [100, 100],
        [180, 100],
        [700, 100],
      ],
    ],
    [
      "align back",
      [
        [100, 400],
        [180, 400],
        [700, 400],
      ],
    ],
    [
      "align centre",
      [
        [100, 250],
        [180, 250],
        [700, 250],
      ],
    ],
    [
      "distribute across",
      [
        [100, 100],
        [400, 400],
        [700, 250],
      ],
    ],
    [
      "distribute deep",
      [
        [100, 100],
        [180, 400],
        [700, 250],
      ],
    ],
  ] as [Arrangement, number[][]][])("%s", (how, places) => {
    const found = placesAfter(how);
    expect(found.slice(0, 3)).toEqual(places);
    expect(found[3]).toEqual([900, 500]); // not chosen
  });

  it("mirrored twice they are where they were", () => {
    const once = arranged("mirror across", holes, ["a", "c"], holes.map(boxOf), size);
    expect(placesAfter("mirror across", once, ["a", "c"])).toEqual(placesAfter("align left", holes, []));
  });

  it("one that keeps its place keeps what was typed", () => {
    const [first] = arranged("align left", holes, ["a", "b"], holes.map(boxOf), size);
    expect(first).toEqual(holes[0]);
  });
});

describe("a job is changed by a copy", () => {
  const job = made<Job>({
    name: "Bench",
    steel: { by_hand: [] },
    pieces: [{ ...emptied, features: holes.slice(0, 2) }, emptied],
  });

  it("at one place, and nowhere else", () => {
    const changed = withField(job, "/pieces/1/thickness/mm", 75);
    expect(changed.pieces[1]?.thickness.mm).toBe(75);
    expect(job.pieces[1]?.thickness.mm).toBe(60);
    expect(changed.pieces[0]).toBe(job.pieces[0]);
    expect(Array.isArray(changed.pieces)).toBe(true);
  });

  it("feature by feature and piece by piece", () => {
    const moved = hole("b", 5, 6);
    expect(withFeature(job, 0, moved).pieces[0]?.features).toEqual([holes[0], moved]);
    expect(withPiece(job, 1, (piece) => ({ ...piece, name: "Shelf" })).pieces.map((one) => one.name)).toEqual([
      "Top",
      "Shelf",
    ]);
  });

  it("with ids that its piece does not have yet", () => {
    const piece = made<Piece>({ features: [{ id: "hole" }, { id: "hole-2" }, { id: "sink" }] });
    expect([freshId(piece.features, "hole"), freshId(piece.features, "sleeve")]).toEqual(["hole-3", "sleeve"]);
  });

  it("what was said of a bar by hand is said once, and taken back", () => {
    const told = withBar(withBar(job, "top", "along-1", { offset: null }), "top", "along-1", { side: "back" });
    expect(told.steel.by_hand).toEqual([{ piece: "top", bar: "along-1", side: "back", offset: null }]);
    expect(withBar(told, "top", "along-1", null).steel.by_hand).toEqual([]);
    expect(withBar(told, "top", "along-2", null).steel.by_hand).toHaveLength(1);
  });
});
