import type { Piece } from "@/api/client";
import type { TypedLength } from "@/parts/LengthField";
import { type Box, halfChord } from "./boxes";
import { DimensionLine } from "./DimensionLine";
import { Plate } from "./Plate";
import { px, type View } from "./view";

interface Props {
  view: View;
  piece: Piece;
  boxes: Box[];
  /** Where it is cut, from the front [mm]. */
  at: number;
  lies: boolean;
  top: number;
  onThickness: (typed: TypedLength) => Promise<void>;
}

const BASE_PX = 12;

/** The piece cut across, in scale with the plan above it: its body, its openings, its show face. */
export function sectionDrawing({ view, piece, boxes, at, lies, top, onThickness }: Props) {
  const height = piece.thickness.mm * view.scale;
  const [x0, x1] = [px(view, view.mirrored ? view.length : 0), px(view, view.mirrored ? 0 : view.length)];
  const faceDown = piece.cast === "face down";
  const showY = lies && faceDown ? top + height : top;
  const cuts = boxes
    .map((box) => ({ box, half: halfChord(box, at) }))
    .filter(({ half }) => half > 0)
    .map(({ box, half }) => {
      const [a, b] = [px(view, box.x_mm - half), px(view, box.x_mm + half)];
      return { id: box.id, left: Math.max(x0, Math.min(a, b)), right: Math.min(x1, Math.max(a, b)) };
    })
    .filter((cut) => cut.right > cut.left);
  return {
    shapes: (
      <g>
        {lies && (
          <rect
            x={x0 - 26}
            y={top + height}
            width={x1 - x0 + 52}
            height={BASE_PX}
            fill="var(--board)"
            stroke="var(--board-line)"
          />
        )}
        <rect
          x={x0}
          y={top}
          width={x1 - x0}
          height={height}
          fill="url(#concrete)"
          stroke="var(--ink)"
          strokeWidth="1.25"
        />
        {cuts.map((cut) => (
          <rect
            key={cut.id}
            x={cut.left}
            y={top}
            width={cut.right - cut.left}
            height={height}
            fill={lies ? "url(#foam)" : "var(--ground)"}
            stroke="var(--foam-line)"
            strokeWidth="1.5"
          />
        ))}
        {concreteSpans(x0, x1, cuts).map(([from, to]) => (
          <line key={from} x1={from} x2={to} y1={showY} y2={showY} stroke="var(--ink)" strokeWidth="4" />
        ))}
        <DimensionLine x1={x1 + 44} y1={top} x2={x1 + 44} y2={top + height} />
      </g>
    ),
    plates: <Plate x={x1 + 44} y={top - 22} label="Thickness" length={piece.thickness} onKeep={onThickness} />,
  };
}

function concreteSpans(x0: number, x1: number, cuts: { left: number; right: number }[]): [number, number][] {
  const spans: [number, number][] = [];
  let from = x0;
  for (const cut of [...cuts].sort((a, b) => a.left - b.left)) {
    if (cut.left > from) spans.push([from, cut.left]);
    from = Math.max(from, cut.right);
  }
  if (from < x1) spans.push([from, x1]);
  return spans;
}
