import type { RefObject } from "react";
import type { Job, JobInput, Piece, PiecePlan } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import type { Guide } from "@/drawing/snapping";
import { type Point, toPiece, type View } from "@/drawing/view";
import { arrowStep, onGrid, SNAP_PX } from "@/gestures/arrows";
import { useHeldMove } from "@/gestures/useHeldMove";
import type { Units } from "@/units/length";
import { withPiece } from "./fields";

type Measured = PiecePlan["measure"];
type Corner = Extract<Piece["outline"], { kind: "free" }>["corners"][number];

interface Options {
  pieceIndex: number;
  view: View;
  measured: Measured;
  /** The piece as it was measured when a corner was taken: the drawing stands still until it is let go. */
  still: RefObject<Measured | null>;
  units: Units;
}

/** A corner in the plan of the piece as it was when it was taken [mm], and the lines that it is drawn to. */
interface Place extends Point {
  guides: readonly Guide[];
}

/** The corners of a free outline, by their number. */
export function useCorners({ pieceIndex, view, measured, still, units }: Options) {
  const editor = useJobEditor();
  return useHeldMove<number, Place>({
    keyOf: String,
    placeOf: (index) => ({
      x: measured.corners[index * 2] ?? 0,
      y: measured.corners[index * 2 + 1] ?? 0,
      guides: [],
    }),
    dragged: (index, from, hand) => {
      const by = toPiece(view, hand.dx, hand.dy);
      const others = withoutOne(measured.corners, index);
      const within = hand.free ? 0 : SNAP_PX / view.scale;
      const across = drawnTo(others.x, from.x + by.x, within, units);
      const deep = drawnTo(others.y, from.y + by.y, within, units);
      const guides: Guide[] = [];
      if (across.on) guides.push({ axis: "x", at: across.to });
      if (deep.on) guides.push({ axis: "y", at: deep.to });
      return { x: across.to, y: deep.to, guides };
    },
    nudged: (_, from, arrow) => {
      const by = arrowStep(arrow, view.mirrored, units);
      return { x: from.x + by.x, y: from.y + by.y, guides: [] };
    },
    show: (index, to) => {
      const from = still.current ?? measured;
      still.current = from;
      editor.preview((job) => withCorner(job, pieceIndex, from, index, to));
    },
    keep: (index, to) => {
      const from = still.current ?? measured;
      return editor.letGo((job) => withCorner(job, pieceIndex, from, index, to), `Moved corner ${index + 1}`);
    },
    onKept: () => {
      still.current = null;
    },
  });
}

function withoutOne(corners: readonly number[], index: number): { x: number[]; y: number[] } {
  const kept = corners.filter((_, at) => at >> 1 !== index);
  return { x: kept.filter((_, at) => at % 2 === 0), y: kept.filter((_, at) => at % 2 === 1) };
}

/** A coordinate drawn to that of another corner, so that edges run square; else to the grid. */
function drawnTo(others: readonly number[], now: number, within: number, units: Units): { to: number; on: boolean } {
  const near = others
    .filter((one) => Math.abs(one - now) <= within)
    .sort((a, b) => Math.abs(a - now) - Math.abs(b - now));
  return near[0] === undefined ? { to: onGrid(now, units), on: false } : { to: near[0], on: true };
}

/** The job with one corner at its new place; where that is left or front of all others, the others are told anew. */
function withCorner(job: Job, pieceIndex: number, from: Measured, index: number, to: Point): JobInput {
  return withPiece(job, pieceIndex, (piece) => {
    if (piece.outline.kind !== "free") return piece;
    const { corners } = piece.outline;
    const first = corners[index];
    if (!first) return piece;
    const x = first.x.mm + to.x - (from.corners[index * 2] ?? 0);
    const y = first.y.mm + to.y - (from.corners[index * 2 + 1] ?? 0);
    const [left, front] = [Math.max(0, -x), Math.max(0, -y)];
    const told = corners.map((corner, number) =>
      number === index ? at(corner, x + left, y + front) : at(corner, corner.x.mm + left, corner.y.mm + front),
    );
    return { ...piece, outline: { ...piece.outline, corners: told } };
  });
}

function at(corner: Corner, x: number, y: number): Corner {
  const length = (kept: Corner["x"], mm: number) =>
    Math.abs(kept.mm - mm) < 1e-6 ? kept : { mm: Number(mm.toFixed(6)), typed: null };
  return { ...corner, x: length(corner.x, x), y: length(corner.y, y) };
}
