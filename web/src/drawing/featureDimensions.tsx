import type { Length } from "@/api/client";
import type { TypedLength } from "@/parts/LengthField";
import type { Anchored } from "./anchors";
import { type Box, gapBetween } from "./boxes";
import { DistanceLine } from "./DimensionLine";
import { Plate } from "./Plate";
import { px, py, type View } from "./view";

export type Side = "left" | "right" | "front" | "back";

interface Props {
  view: View;
  feature: Anchored;
  box: Box;
  others: { box: Box; name: string }[];
  needed: number;
  onDistance: (side: Side, typed: TypedLength) => Promise<void>;
  onSize: (field: string, typed: TypedLength) => Promise<void>;
}

const SIDES: readonly Side[] = ["left", "right", "front", "back"];
const PLATE = { width: 76, height: 34 };
const ROOMY = { width: 200, height: 130 };

/** What measures the chosen feature: its distances to the edges and to the others, and its own size. */
export function featureDimensions({ view, feature, box, others, needed, onDistance, onSize }: Props) {
  const sides = sidesOf(feature);
  const line = clearLines(
    view,
    box,
    others.map((other) => other.box),
  );
  const gaps = others.map(({ box: other, name }) => ({ ...gapBetween(box, other), name })).filter((gap) => gap.mm > 0);
  return {
    lines: (
      <>
        {sides.map((side) => {
          const ends = endsOf(view, box, side, toItsCentre(feature, side), line);
          return <DistanceLine key={side} {...ends} />;
        })}
        {gaps.map((gap) => (
          <DistanceLine
            key={gap.name}
            x1={px(view, gap.x1)}
            y1={py(view, gap.y1)}
            x2={px(view, gap.x2)}
            y2={py(view, gap.y2)}
          />
        ))}
      </>
    ),
    plates: (
      <>
        {sides.map((side) => {
          const toCentre = toItsCentre(feature, side);
          const anchor = side === "left" || side === "right" ? feature.x : feature.y;
          const held = anchor.side === side && (anchor.to === "centre") === toCentre;
          const length: Length = held ? anchor.offset : { mm: distance(view, box, side, toCentre), typed: null };
          const edgeGap = distance(view, box, side, false);
          return (
            <Plate
              key={side}
              {...plateAt(view, box, side, toCentre, line)}
              label={`${feature.name}, ${toCentre ? "centre" : "edge"} to ${side} edge`}
              length={length}
              held={held}
              wrong={edgeGap < needed - 1e-6}
              onKeep={(typed) => onDistance(side, typed)}
            />
          );
        })}
        {gaps.map((gap) => (
          <Plate
            key={gap.name}
            x={besideGap(view, gap, line)}
            y={(py(view, gap.y1) + py(view, gap.y2)) / 2}
            label={`${feature.name} to ${gap.name}`}
            length={{ mm: gap.mm, typed: null }}
            held={false}
            wrong={gap.mm < needed - 1e-6}
          />
        ))}
        <SizePlates view={view} feature={feature} box={box} onSize={onSize} />
      </>
    ),
  };
}

/** The sides that it is measured to: a pipe from side to side has no place along itself. */
function sidesOf(feature: Anchored): readonly Side[] {
  if (feature.kind !== "pipe" || feature.length) return SIDES;
  return feature.runs === "left to right" ? ["front", "back"] : ["left", "right"];
}

/** Whether its distance to a side is that of its centre: of what is round, and of a pipe to the sides beside it. */
function toItsCentre(feature: Anchored, side: Side): boolean {
  if (feature.kind === "pipe") {
    return (side === "left" || side === "right") === (feature.runs === "front to back");
  }
  return feature.kind === "hole" || feature.kind === "sleeve" || feature.kind === "bolt";
}

function SizePlates({ view, feature, box, onSize }: Pick<Props, "view" | "feature" | "box" | "onSize">) {
  const [width, height] = [box.length_mm * view.scale, box.width_mm * view.scale];
  const [cx, cy] = [px(view, box.x_mm), py(view, box.y_mm)];
  if ("diameter" in feature) {
    const lengthwise = feature.kind === "pipe"; // its name stands at its end
    const beside =
      width > height ? { x: cx + width / 4, y: cy - height / 2 - 22 } : { x: cx + width / 2 + 46, y: cy - height / 4 };
    const off = { x: cx + Math.max(22, width / 2) + 46, y: cy - Math.max(22, height / 2) - 12 };
    return (
      <Plate
        {...(lengthwise ? beside : off)}
        label={`${feature.name}, diameter`}
        prefix="⌀ "
        length={feature.diameter}
        onKeep={(typed) => onSize("diameter", typed)}
      />
    );
  }
  if (!("length" in feature) || !("width" in feature) || !feature.length) return null;
  if (feature.kind === "grooves" || width < ROOMY.width || height < ROOMY.height) return null;
  return (
    <>
      <Plate
        x={cx}
        y={cy - height / 2 + 24}
        label={`${feature.name}, length`}
        length={feature.length}
        onKeep={(typed) => onSize("length", typed)}
      />
      <Plate
        x={cx + width / 2 - 50}
        y={cy}
        label={`${feature.name}, width`}
        length={feature.width}
        onKeep={(typed) => onSize("width", typed)}
      />
      {"corner_radius" in feature && (
        <Plate
          x={cx - width / 2 + 52}
          y={cy + height / 2 - 24}
          label={`${feature.name}, corner radius`}
          prefix="R "
          length={feature.corner_radius}
          onKeep={(typed) => onSize("corner_radius", typed)}
        />
      )}
    </>
  );
}

function distance(view: View, box: Box, side: Side, toCentre: boolean): number {
  const across = side === "left" || side === "right";
  const centre = across ? box.x_mm : box.y_mm;
  const half = toCentre ? 0 : (across ? box.length_mm : box.width_mm) / 2;
  const run = across ? view.length : view.width;
  return (side === "left" || side === "front" ? centre : run - centre) - half;
}

interface Lines {
  /** Where the front and back distances are drawn [mm from the left], and the left and right ones [mm from the front]. */
  x: number;
  y: number;
}

/** Where along a feature its distances can be drawn without running over another feature. */
function clearLines(view: View, box: Box, others: Box[]): Lines {
  const shares = box.radius_mm * 2 >= box.length_mm ? [0] : [0, -0.55, 0.55, -0.85, 0.85];
  const [nearX, nearY] = [PLATE.width / 2 / view.scale, PLATE.height / 2 / view.scale];
  const isClear = (at: number, near: number, axis: "x" | "y") =>
    others.every((other) => {
      const half = Math.max(22 / view.scale, (axis === "x" ? other.length_mm : other.width_mm) / 2);
      return Math.abs(at - (axis === "x" ? other.x_mm : other.y_mm)) > half + near;
    });
  const clear = (centre: number, half: number, near: number, axis: "x" | "y") =>
    shares.map((share) => centre + share * half).find((at) => isClear(at, near, axis)) ?? centre;
  return {
    x: clear(box.x_mm, box.length_mm / 2, nearX, "x"),
    y: clear(box.y_mm, box.width_mm / 2, nearY, "y"),
  };
}

function endsOf(view: View, box: Box, side: Side, toCentre: boolean, line: Lines) {
  const [cx, cy] = [px(view, line.x), py(view, line.y)];
  const halfX = toCentre ? 0 : box.length_mm / 2;
  const halfY = toCentre ? 0 : box.width_mm / 2;
  switch (side) {
    case "left":
      return { x1: px(view, 0), y1: cy, x2: px(view, box.x_mm - halfX), y2: cy };
    case "right":
      return { x1: px(view, view.length), y1: cy, x2: px(view, box.x_mm + halfX), y2: cy };
    case "front":
      return { x1: cx, y1: py(view, 0), x2: cx, y2: py(view, box.y_mm - halfY) };
    case "back":
      return { x1: cx, y1: py(view, view.width), x2: cx, y2: py(view, box.y_mm + halfY) };
  }
}

/** Beside the line between two features, on the side where no other distance is drawn [px]. */
function besideGap(view: View, gap: { x1: number; x2: number }, line: Lines): number {
  const middle = (px(view, gap.x1) + px(view, gap.x2)) / 2;
  return middle + (px(view, line.x) > middle + 1 ? -52 : 52);
}

/** In the middle of its line; where the line is too short for it, just outside the piece. */
function plateAt(view: View, box: Box, side: Side, toCentre: boolean, line: Lines): { x: number; y: number } {
  const ends = endsOf(view, box, side, toCentre, line);
  const middle = { x: (ends.x1 + ends.x2) / 2, y: (ends.y1 + ends.y2) / 2 };
  if (side === "left" || side === "right") {
    if (Math.abs(ends.x2 - ends.x1) >= PLATE.width) return middle;
    return { x: ends.x1 + (ends.x1 <= ends.x2 ? -1 : 1) * (PLATE.width / 2 + 4), y: middle.y };
  }
  if (Math.abs(ends.y2 - ends.y1) >= PLATE.height) return middle;
  return { x: middle.x, y: ends.y1 + (side === "front" ? 1 : -1) * (PLATE.height / 2 + 6) };
}
