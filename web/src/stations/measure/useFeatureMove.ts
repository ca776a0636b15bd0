import { type KeyboardEvent, type PointerEvent, useCallback, useEffect, useRef, useState } from "react";
import type { Feature, Job, Piece } from "@/api/client";
import type { Editor } from "@/api/editor";
import { movedTo } from "@/drawing/anchors";
import { toPiece, type View } from "@/drawing/view";
import { STEP_MM, type Units } from "@/units/length";

/** How long the arrow keys may rest before their nudges are kept as one revision [ms]. */
const NUDGE_REST_MS = 500;
/** How far a finger may slip before a press becomes a drag [px]. */
const SLIP_PX = 4;
const COARSE_STEPS: Record<Units, number> = { in: 16, mm: 10 };

interface Held {
  id: string;
  pointer: number;
  startX: number;
  startY: number;
  centre: { x: number; y: number };
  moved: boolean;
}

interface Moving {
  /** The feature under the hand, where it is now; null when nothing moves. */
  live: Feature | null;
  down: (event: PointerEvent, id: string) => void;
  move: (event: PointerEvent) => void;
  up: () => void;
  nudge: (event: KeyboardEvent, id: string) => boolean;
}

interface Options {
  editor: Editor;
  pieceIndex: number;
  view: View;
  units: Units;
  centreOf: (id: string) => { x: number; y: number } | undefined;
}

/** Features moved by hand or by keys: shown and planned as they go, kept as one revision when let go. */
export function useFeatureMove({ editor, pieceIndex, view, units, centreOf }: Options): Moving {
  const [live, setLive] = useState<Feature | null>(null);
  const held = useRef<Held | null>(null);
  const resting = useRef<ReturnType<typeof setTimeout> | null>(null);
  const liveNow = useRef<Feature | null>(null);

  const show = useCallback(
    (feature: Feature | null) => {
      liveNow.current = feature;
      setLive(feature);
      if (feature) editor.preview((job) => withFeature(job, pieceIndex, feature));
    },
    [editor.preview, pieceIndex],
  );

  const keep = useCallback(() => {
    if (resting.current) clearTimeout(resting.current);
    resting.current = null;
    const feature = liveNow.current;
    if (!feature) return;
    void editor
      .change((job) => withFeature(job, pieceIndex, feature), `Moved ${feature.name}`.slice(0, 120))
      .finally(() => {
        if (liveNow.current === feature) {
          liveNow.current = null;
          setLive(null);
        }
      });
  }, [editor.change, pieceIndex]);

  useEffect(() => keep, [keep]);

  const piece = (): Piece | undefined => editor.kept.job.pieces[pieceIndex];
  const kept = (id: string) =>
    liveNow.current?.id === id ? liveNow.current : piece()?.features?.find((feature) => feature.id === id);

  return {
    live,
    down(event, id) {
      const centre = centreOf(id);
      if (!centre || event.button !== 0) return;
      if (resting.current) keep();
      event.stopPropagation();
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
      held.current = {
        id,
        pointer: event.pointerId,
        startX: event.clientX,
        startY: event.clientY,
        centre,
        moved: false,
      };
    },
    move(event) {
      const hand = held.current;
      const now = piece();
      const feature = hand && kept(hand.id);
      if (!hand || !feature || !now || event.pointerId !== hand.pointer) return;
      const [dx, dy] = [event.clientX - hand.startX, event.clientY - hand.startY];
      if (!hand.moved && Math.hypot(dx, dy) < SLIP_PX) return;
      hand.moved = true;
      const by = toPiece(view, dx, dy);
      show(movedTo(now, feature, hand.centre.x + by.x, hand.centre.y + by.y, units));
    },
    up() {
      const moved = held.current?.moved;
      held.current = null;
      if (moved) keep();
    },
    nudge(event, id) {
      const step = STEP_MM[units] * (event.shiftKey ? COARSE_STEPS[units] : 1);
      const across = (view.mirrored ? -1 : 1) * step;
      const by = {
        ArrowLeft: { x: -across, y: 0 },
        ArrowRight: { x: across, y: 0 },
        ArrowUp: { x: 0, y: step },
        ArrowDown: { x: 0, y: -step },
      }[event.key];
      const [now, feature, centre] = [piece(), kept(id), centreOf(id)];
      if (!by || !now || !feature || !centre) return false;
      event.preventDefault();
      show(movedTo(now, feature, centre.x + by.x, centre.y + by.y, units));
      if (resting.current) clearTimeout(resting.current);
      resting.current = setTimeout(keep, NUDGE_REST_MS);
      return true;
    },
  };
}

/** The job with one of a piece's features replaced. */
export function withFeature(job: Job, pieceIndex: number, feature: Feature): Job {
  return withPiece(job, pieceIndex, (piece) => ({
    ...piece,
    features: (piece.features ?? []).map((one) => (one.id === feature.id ? feature : one)),
  }));
}

/** The job with one piece changed. */
export function withPiece(job: Job, pieceIndex: number, change: (piece: Piece) => Piece): Job {
  return { ...job, pieces: job.pieces.map((piece, index) => (index === pieceIndex ? change(piece) : piece)) };
}
