import type { Length, Piece } from "@/api/client";
import type { TypedLength } from "@/parts/LengthField";
import { DistanceLine } from "./DimensionLine";
import { Plate } from "./Plate";
import { px, py, type View } from "./view";

type Outline = Piece["outline"];

interface Dimension {
  field: string;
  label: string;
  length: Length;
  /** Its two ends in the plan [mm]. */
  from: [number, number];
  to: [number, number];
}

interface Props {
  view: View;
  outline: Outline;
  onKeep: (field: string, typed: TypedLength) => Promise<void>;
}

/** How far inside an edge a dimension of the outline is drawn [px]. */
const INSIDE_PX = 20;
/** Where on its line a plate stands: not in the middle, where a chosen feature's distances are. */
const ALONG = 0.22;

/** What an outline is described by beside its length and width over all, on the drawing: the depths of its runs. */
export function OutlinePlates({ view, outline, onKeep }: Props) {
  return dimensionsOf(outline, view).map(({ field, label, length, from, to }) => (
    <Plate
      key={field}
      x={px(view, from[0] + (to[0] - from[0]) * ALONG)}
      y={py(view, from[1] + (to[1] - from[1]) * ALONG)}
      label={label}
      length={length}
      onKeep={(typed) => onKeep(field, typed)}
    />
  ));
}

/** Their lines, behind the plates. */
export function OutlineLines({ view, outline }: Pick<Props, "view" | "outline">) {
  return dimensionsOf(outline, view).map(({ field, from, to }) => (
    <DistanceLine key={field} x1={px(view, from[0])} y1={py(view, from[1])} x2={px(view, to[0])} y2={py(view, to[1])} />
  ));
}

function dimensionsOf(outline: Outline, view: View): Dimension[] {
  const inside = INSIDE_PX / view.scale;
  const { length: l, width: w } = view;
  switch (outline.kind) {
    case "l": {
      const [back, left] = [outline.meet.startsWith("back"), outline.meet.endsWith("left")];
      const [along, across] = [outline.along.mm, outline.across.mm];
      const end = left ? l - inside * 2 : inside * 2;
      const foot = back ? inside : w - inside;
      return [
        {
          field: "along",
          label: "Long leg depth",
          length: outline.along,
          from: [end, back ? w - along : 0],
          to: [end, back ? w : along],
        },
        {
          field: "across",
          label: "Short leg depth",
          length: outline.across,
          from: [left ? 0 : l - across, foot],
          to: [left ? across : l, foot],
        },
      ];
    }
    case "u":
      return [
        {
          field: "left",
          label: "Left leg depth",
          length: outline.left,
          from: [0, inside],
          to: [outline.left.mm, inside],
        },
        {
          field: "right",
          label: "Right leg depth",
          length: outline.right,
          from: [l - outline.right.mm, inside],
          to: [l, inside],
        },
        {
          field: "along",
          label: "Back leg depth",
          length: outline.along,
          from: [l / 2, w - outline.along.mm],
          to: [l / 2, w],
        },
      ];
    case "trapezoid": {
      const begins = outline.back_from_left?.mm ?? (outline.front.mm - outline.back.mm) / 2;
      const front = Math.max(0, -begins);
      return [
        {
          field: "front",
          label: "Front",
          length: outline.front,
          from: [front, inside],
          to: [front + outline.front.mm, inside],
        },
        {
          field: "back",
          label: "Back",
          length: outline.back,
          from: [front + begins, w - inside],
          to: [front + begins + outline.back.mm, w - inside],
        },
      ];
    }
    default:
      return [];
  }
}
