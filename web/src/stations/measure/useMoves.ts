import { type KeyboardEvent, type PointerEvent, useCallback, useEffect, useRef, useState } from "react";
import type { Feature, Job } from "@/api/client";
import type { Editor } from "@/api/editor";
import { type Anchored, centreOf, isAnchored, movedTo, type Size } from "@/drawing/anchors";
import type { Box } from "@/drawing/boxes";
import { type Guide, snap } from "@/drawing/snapping";
import { toPiece, type View } from "@/drawing/view";
import { STEP_MM, type Units } from "@/units/length";
import { withFeature } from "./fields";
import { arrowStep, NUDGE_REST_MS, SLIP_PX, SNAP_PX } from "./gestures";

interface Held {
  ids: readonly string[];
  pointer: number;
  startX: number;
  startY: number;
  /** Where each stood when it was taken [mm]. */
  from: ReadonlyMap<string, { x: number; y: number }>;
  moved: boolean;
}

interface Options {
  editor: Editor;
  pieceIndex: number;
  view: View;
  size: Size;
  boxes: readonly Box[];
  units: Units;
}

/** Features moved by hand or by keys: shown and planned as they go, kept as one revision when let go. */
export function useMoves({ editor, pieceIndex, view, size, boxes, units }: Options) {
  const [live, setLive] = useState<readonly Anchored[]>([]);
  const [guides, setGuides] = useState<readonly Guide[]>([]);
  const held = useRef<Held | null>(null);
  const resting = useRef<ReturnType<typeof setTimeout> | null>(null);
  const liveNow = useRef<readonly Anchored[]>([]);

  const show = useCallback(
    (features: readonly Anchored[]) => {
      liveNow.current = features;
      setLive(features);
      if (features.length) editor.preview((job) => withAll(job, pieceIndex, features));
    },
    [editor.preview, pieceIndex],
  );

  const keep = useCallback(() => {
    if (resting.current) clearTimeout(resting.current);
    resting.current = null;
    setGuides([]);
    const features = liveNow.current;
    if (!features.length) return;
    const what = features.length === 1 ? features[0]?.name : `${features.length} features`;
    void editor
      .change((job) => withAll(job, pieceIndex, features), `Moved ${what}`.slice(0, 120))
      .finally(() => {
        if (liveNow.current === features) {
          liveNow.current = [];
          setLive([]);
        }
      });
  }, [editor.change, pieceIndex]);

  useEffect(() => keep, [keep]);

  const kept = (id: string): Anchored | undefined => {
    const found =
      liveNow.current.find((one) => one.id === id) ??
      editor.kept.job.pieces[pieceIndex]?.features?.find((feature) => feature.id === id);
    return found && isAnchored(found) ? found : undefined;
  };
  const boxOf = (id: string) => boxes.find((one) => one.id === id && one.copy === 0);
  const place = (id: string) => {
    const [feature, box] = [kept(id), boxOf(id)];
    return feature && box && centreOf(size, feature, box);
  };
  const moveAll = (
    ids: readonly string[],
    from: ReadonlyMap<string, { x: number; y: number }>,
    dx: number,
    dy: number,
    step: number,
  ) =>
    ids.flatMap((id) => {
      const [feature, box, at] = [kept(id), boxOf(id), from.get(id)];
      return feature && box && at ? [movedTo(size, feature, box, at.x + dx, at.y + dy, step)] : [];
    });

  return {
    live,
    guides,
    down(event: PointerEvent, ids: readonly string[]) {
      if (event.button !== 0) return;
      if (resting.current) keep();
      event.stopPropagation();
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
      const from = new Map(ids.flatMap((id) => (place(id) ? [[id, place(id) as { x: number; y: number }]] : [])));
      held.current = {
        ids,
        pointer: event.pointerId,
        startX: event.clientX,
        startY: event.clientY,
        from,
        moved: false,
      };
    },
    move(event: PointerEvent) {
      const hand = held.current;
      if (!hand || event.pointerId !== hand.pointer) return;
      const [dx, dy] = [event.clientX - hand.startX, event.clientY - hand.startY];
      if (!hand.moved && Math.hypot(dx, dy) < SLIP_PX) return;
      hand.moved = true;
      const by = toPiece(view, dx, dy);
      const [lead] = hand.ids;
      const [box, at] = [lead ? boxOf(lead) : undefined, lead ? hand.from.get(lead) : undefined];
      if (!box || !at) return;
      if (event.altKey) {
        setGuides([]);
        return show(moveAll(hand.ids, hand.from, by.x, by.y, STEP_MM[units]));
      }
      const others = boxes.filter((one) => !hand.ids.includes(one.id));
      const drawn = snap(size, box, others, at.x + by.x, at.y + by.y, SNAP_PX / view.scale);
      setGuides(drawn.guides);
      const onLine = drawn.guides.length > 0;
      show(moveAll(hand.ids, hand.from, drawn.x - at.x, drawn.y - at.y, onLine ? 0 : STEP_MM[units]));
    },
    up() {
      const moved = held.current?.moved;
      held.current = null;
      if (moved) keep();
    },
    nudge(event: KeyboardEvent, ids: readonly string[]): boolean {
      const by = arrowStep(event, view.mirrored, units);
      if (!by) return false;
      event.preventDefault();
      const from = new Map(ids.flatMap((id) => (place(id) ? [[id, place(id) as { x: number; y: number }]] : [])));
      show(moveAll(ids, from, by.x, by.y, STEP_MM[units]));
      if (resting.current) clearTimeout(resting.current);
      resting.current = setTimeout(keep, NUDGE_REST_MS);
      return true;
    },
  };
}

function withAll(job: Job, pieceIndex: number, features: readonly Feature[]): Job {
  return features.reduce((now, feature) => withFeature(now, pieceIndex, feature), job);
}
