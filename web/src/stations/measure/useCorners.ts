import { type KeyboardEvent, type PointerEvent, type RefObject, useCallback, useEffect, useRef, useState } from "react";
import type { Job, Piece, PiecePlan } from "@/api/client";
import type { Editor } from "@/api/editor";
import type { Guide } from "@/drawing/snapping";
import { toPiece, type View } from "@/drawing/view";
import { STEP_MM, type Units } from "@/units/length";
import { withPiece } from "./fields";
import { arrowStep, NUDGE_REST_MS, SLIP_PX, SNAP_PX } from "./gestures";

type Measured = PiecePlan["measure"];
type Corner = Extract<Piece["outline"], { kind: "free" }>["corners"][number];

/** A corner in the plan of the piece as it was when it was taken [mm]. */
interface Place {
  index: number;
  x: number;
  y: number;
}

interface Options {
  editor: Editor;
  pieceIndex: number;
  view: View;
  measured: Measured;
  /** The piece as it was measured when a corner was taken: the drawing stands still until it is let go. */
  still: RefObject<Measured | null>;
  units: Units;
}

/** The corners of a free outline, moved by hand or by keys: planned as they go, kept as one revision when let go. */
export function useCorners({ editor, pieceIndex, view, measured, still, units }: Options) {
  const [live, setLive] = useState<Place | null>(null);
  const [guides, setGuides] = useState<readonly Guide[]>([]);
  const held = useRef<{ pointer: number; startX: number; startY: number; from: Place } | null>(null);
  const liveNow = useRef<Place | null>(null);
  const resting = useRef<ReturnType<typeof setTimeout> | null>(null);

  const place = (index: number): Place => ({
    index,
    x: measured.corners[index * 2] ?? 0,
    y: measured.corners[index * 2 + 1] ?? 0,
  });

  const show = useCallback(
    (to: Place) => {
      still.current ??= measured;
      liveNow.current = to;
      setLive(to);
      const from = still.current;
      editor.preview((job) => moved(job, pieceIndex, from, to));
    },
    [editor.preview, pieceIndex, measured, still],
  );

  const keep = useCallback(() => {
    if (resting.current) clearTimeout(resting.current);
    resting.current = null;
    setGuides([]);
    const [to, from] = [liveNow.current, still.current];
    if (!to || !from) return;
    void editor
      .change((job) => moved(job, pieceIndex, from, to), `Moved corner ${to.index + 1}`)
      .finally(() => {
        if (liveNow.current !== to) return;
        liveNow.current = null;
        still.current = null;
        setLive(null);
      });
  }, [editor.change, pieceIndex, still]);

  useEffect(() => keep, [keep]);

  return {
    live,
    guides,
    down(event: PointerEvent, index: number) {
      if (event.button !== 0) return;
      if (resting.current) keep();
      event.stopPropagation();
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
      held.current = { pointer: event.pointerId, startX: event.clientX, startY: event.clientY, from: place(index) };
    },
    move(event: PointerEvent) {
      const hand = held.current;
      if (!hand || event.pointerId !== hand.pointer) return;
      const [dx, dy] = [event.clientX - hand.startX, event.clientY - hand.startY];
      if (!liveNow.current && Math.hypot(dx, dy) < SLIP_PX) return;
      const by = toPiece(view, dx, dy);
      const others = withoutOne(measured.corners, hand.from.index);
      const within = event.altKey ? 0 : SNAP_PX / view.scale;
      const across = drawnTo(others.x, hand.from.x + by.x, within, STEP_MM[units]);
      const deep = drawnTo(others.y, hand.from.y + by.y, within, STEP_MM[units]);
      setGuides([
        ...(across.on ? [{ axis: "x" as const, at: across.to }] : []),
        ...(deep.on ? [{ axis: "y" as const, at: deep.to }] : []),
      ]);
      show({ index: hand.from.index, x: across.to, y: deep.to });
    },
    up() {
      const taken = held.current;
      held.current = null;
      if (taken && liveNow.current) keep();
    },
    nudge(event: KeyboardEvent, index: number) {
      const by = arrowStep(event, view.mirrored, units);
      if (!by) return;
      event.preventDefault();
      if (liveNow.current && liveNow.current.index !== index) keep();
      const from = liveNow.current?.index === index ? liveNow.current : place(index);
      show({ index, x: from.x + by.x, y: from.y + by.y });
      if (resting.current) clearTimeout(resting.current);
      resting.current = setTimeout(keep, NUDGE_REST_MS);
    },
  };
}

function withoutOne(corners: readonly number[], index: number): { x: number[]; y: number[] } {
  const kept = corners.filter((_, at) => at >> 1 !== index);
  return { x: kept.filter((_, at) => at % 2 === 0), y: kept.filter((_, at) => at % 2 === 1) };
}

/** A coordinate drawn to that of another corner, so that edges run square; else to the grid. */
function drawnTo(others: readonly number[], now: number, within: number, step: number): { to: number; on: boolean } {
  const near = others
    .filter((one) => Math.abs(one - now) <= within)
    .sort((a, b) => Math.abs(a - now) - Math.abs(b - now));
  return near[0] === undefined ? { to: Math.round(now / step) * step, on: false } : { to: near[0], on: true };
}

/** The job with one corner at its new place; where that is left or front of all others, the others are told anew. */
function moved(job: Job, pieceIndex: number, from: Measured, to: Place): Job {
  return withPiece(job, pieceIndex, (piece) => {
    if (piece.outline.kind !== "free") return piece;
    const { corners } = piece.outline;
    const first = corners[to.index];
    if (!first) return piece;
    const x = first.x.mm + to.x - (from.corners[to.index * 2] ?? 0);
    const y = first.y.mm + to.y - (from.corners[to.index * 2 + 1] ?? 0);
    const [left, front] = [Math.max(0, -x), Math.max(0, -y)];
    const told = corners.map((corner, index) =>
      index === to.index ? at(corner, x + left, y + front) : at(corner, corner.x.mm + left, corner.y.mm + front),
    );
    return { ...piece, outline: { ...piece.outline, corners: told as [Corner, Corner, ...Corner[]] } };
  });
}

function at(corner: Corner, x: number, y: number): Corner {
  const length = (kept: Corner["x"], mm: number) =>
    Math.abs(kept.mm - mm) < 1e-6 ? kept : { mm: Number(mm.toFixed(6)), typed: null };
  return { ...corner, x: length(corner.x, x), y: length(corner.y, y) };
}
