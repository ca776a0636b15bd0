import { describe, expect, it, test } from "vitest";
import { made } from "@/testing";
import { type Anchored, centreOf, movedTo, remeasured } from "./anchors";
import { type Box, gapBetween } from "./boxes";
import { box, extentOf, frame } from "./extent";
import { edgeData, pathData } from "./path";
import { snap } from "./snapping";
import { fit, px, py, toPiece, type View } from "./view";

const NO_MARGINS = { left: 0, right: 0, top: 0, bottom: 0 };
const size = { length: 1000, width: 600 };

function boxAt(x: number, y: number, length: number, width: number, radius = 0): Box {
  return made({ x_mm: x, y_mm: y, length_mm: length, width_mm: width, radius_mm: radius });
}

/** Numbers that look random and are the same each time. */
function* dice(seed = 7): Generator<number> {
  for (let state = seed; ; ) {
    state = (state * 48271) % 2147483647;
    yield state / 2147483647;
  }
}

describe("a view", () => {
  it("shows the whole piece at one scale, inside its margins", () => {
    const view = fit(1000, 600, { width: 700, height: 700 }, { left: 60, right: 40, top: 30, bottom: 70 }, false);
    expect(view.scale).toBeCloseTo(0.6);
    expect([px(view, 0), px(view, 1000)]).toEqual([60, 660]);
    expect([py(view, 600), py(view, 0)]).toEqual([30, 390]);
  });

  it("is never without room, however small its area", () => {
    expect(fit(1000, 600, { width: 10, height: 10 }, { left: 50, right: 50, top: 9, bottom: 9 }, false).scale).toBe(
      0.04,
    );
  });

  it("takes the hand with it, mirrored too", () => {
    for (const mirrored of [false, true]) {
      const view = fit(1000, 600, { width: 500, height: 500 }, NO_MARGINS, mirrored);
      const by = toPiece(view, 30, -20);
      expect(px(view, 100 + by.x) - px(view, 100)).toBeCloseTo(30);
      expect(py(view, 100 + by.y) - py(view, 100)).toBeCloseTo(-20);
    }
  });

  it("of more than the piece holds all of it", () => {
    const spans = extentOf([
      { x_mm: -20, y_mm: -30, dx_mm: 50, dy_mm: 10 },
      { x_mm: 100, y_mm: 40, dx_mm: 80, dy_mm: 60 },
    ]);
    expect(spans).toEqual({ x0: -20, y0: -30, x1: 180, y1: 100 });
    for (const mirrored of [false, true]) {
      const at = frame(spans, { width: 400, height: 400 }, NO_MARGINS, mirrored);
      expect(box(at, -20, -30, 200, 130)).toMatchObject({ x: 0, y: 0, width: 400, height: 260 });
    }
  });
});

describe("an outline as a path", () => {
  const view: View = { scale: 1, left: 0, top: 0, length: 100, width: 100, mirrored: false };

  it("has its lines as lines", () => {
    expect(pathData(view, [0, 0, 0, 100, 0, 0, 100, 100, 0])).toBe(
      "M0.00 100.00L100.00 100.00L100.00 0.00L0.00 100.00Z",
    );
  });

  it("has its arcs as arcs, of their radius, the way they bow", () => {
    const half = [0, 0, 1, 100, 0, 0];
    expect(edgeData(view, { x1: 0, y1: 0, x2: 100, y2: 0, bulge: 1 })).toBe(
      "M0.00 100.00A50.00 50.00 0 0 0 100.00 100.00",
    );
    expect(pathData({ ...view, mirrored: true }, half)).toContain("A50.00 50.00 0 0 1");
    expect(pathData(view, [0, 0, -1, 100, 0, 0])).toContain("A50.00 50.00 0 0 1");
    expect(pathData(view, [0, 0, 2, 100, 0, 0])).toContain("0 1 0");
  });

  it("is moved with the hand", () => {
    expect(pathData(view, [0, 0, 0, 10, 0, 0], 5, 7).startsWith("M5.00 93.00")).toBe(true);
  });
});

describe("the gap between two features", () => {
  it("of circles is between their rims", () => {
    const gap = gapBetween(boxAt(0, 0, 50, 50, 25), boxAt(300, 400, 100, 100, 50));
    expect(gap.mm).toBeCloseTo(500 - 75);
    expect(Math.hypot(gap.x2 - gap.x1, gap.y2 - gap.y1)).toBeCloseTo(gap.mm);
  });

  it("of facing boxes stands in the middle of where they face", () => {
    const gap = gapBetween(boxAt(100, 100, 100, 100), boxAt(300, 120, 100, 100));
    expect(gap).toMatchObject({ mm: 100, x1: 150, x2: 250, y1: 110, y2: 110 });
  });

  it("is the same from either side", () => {
    const random = dice();
    const next = () => random.next().value as number;
    for (let round = 0; round < 200; round += 1) {
      const [one, other] = [0, 1200].map((from) =>
        boxAt(from + next() * 500, next() * 900, 20 + next() * 300, 20 + next() * 300, next() * 10),
      );
      if (!one || !other) continue;
      expect(gapBetween(one, other).mm).toBeCloseTo(gapBetween(other, one).mm, 6);
    }
  });
});

describe("what is moved is drawn", () => {
  const hole = boxAt(0, 0, 40, 40, 20);

  it("to the middle of the piece", () => {
    expect(snap(size, hole, [], 497, 120, 5)).toEqual({ x: 500, y: 120, guides: [{ axis: "x", at: 500 }] });
  });

  it("to the edges and middles of others", () => {
    const sink = boxAt(300, 400, 200, 100);
    expect(snap(size, hole, [sink], 219, 250, 5)).toMatchObject({ x: 220, guides: [{ axis: "x", at: 200 }] });
    expect(snap(size, hole, [sink], 620, 398, 5)).toMatchObject({ x: 620, y: 400 });
  });

  it("to where the gaps on both sides are equal", () => {
    const [left, right] = [boxAt(100, 300, 100, 100), boxAt(800, 300, 200, 100)];
    expect(snap(size, hole, [left, right], 423, 60, 5)).toMatchObject({ x: 425, guides: [{ axis: "x", at: 425 }] });
  });

  it("nowhere, when nothing is near", () => {
    expect(snap(size, hole, [boxAt(300, 400, 200, 100)], 640, 77, 5)).toEqual({ x: 640, y: 77, guides: [] });
  });
});

describe("an anchor", () => {
  const sides = [
    ["left", "front"],
    ["right", "back"],
  ] as const;
  const feature = (x: string, y: string, to: string) =>
    made<Anchored>({
      kind: "opening",
      id: "sink",
      x: { side: x, to, offset: { mm: 150, typed: "150" } },
      y: { side: y, to, offset: { mm: 80, typed: "80" } },
    });

  it("keeps the edge that it is measured from when the feature is moved", () => {
    const sink = boxAt(0, 0, 200, 100);
    for (const [x, y] of sides) {
      for (const to of ["edge", "centre"]) {
        const moved = movedTo(size, feature(x, y, to), sink, 640, 310, 0);
        expect(centreOf(size, moved, sink)).toEqual({ x: 640, y: 310 });
        expect([moved.x.side, moved.x.to, moved.x.offset.typed]).toEqual([x, to, null]);
      }
    }
  });

  it("lies on the grid of the reader, and stays as typed where it is not moved", () => {
    const sink = boxAt(0, 0, 200, 100);
    expect(movedTo(size, feature("left", "front", "centre"), sink, 640.3, 80.2, 1)).toMatchObject({
      x: { offset: { mm: 640 } },
      y: { offset: { mm: 80, typed: "80" } },
    });
    expect(movedTo(size, feature("left", "front", "centre"), sink, -50, 80, 1).x.offset.mm).toBe(0);
  });

  test("measured from elsewhere leaves it where it is", () => {
    const sink = boxAt(0, 0, 200, 100);
    for (const to of ["edge", "centre"] as const) {
      const one = feature("left", "front", "edge");
      const other = made<Anchored>({ ...one, x: remeasured(one.x, "right", to, size.length, 100) });
      expect(centreOf(size, other, sink)).toEqual(centreOf(size, one, sink));
    }
  });
});
