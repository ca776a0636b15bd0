import type { KeyboardEvent, PointerEvent, RefObject } from "react";
import type { PiecePlan } from "@/api/client";
import { centreOf, type Size } from "@/drawing/anchors";
import type { Box } from "@/drawing/boxes";
import type { View } from "@/drawing/view";
import { usePreferences } from "@/units/preferences";
import { useCorners } from "./useCorners";
import { useFeatureMoves } from "./useFeatureMoves";

type Measured = PiecePlan["measure"];

interface Options {
  pieceIndex: number;
  view: View;
  size: Size;
  measure: Measured;
  still: RefObject<Measured | null>;
  selected: readonly string[];
  onSelect: (ids: string[]) => void;
  onRemove: (ids: readonly string[]) => void;
}

/** What a hand chooses, moves and takes away on the plan: features, and the corners of a free outline. */
export function usePlanHand({ pieceIndex, view, size, measure, still, selected, onSelect, onRemove }: Options) {
  const { units } = usePreferences();
  const moves = useFeatureMoves({ pieceIndex, view, size, boxes: measure.features, units });
  const corners = useCorners({ pieceIndex, view, measured: measure, still, units });
  const moved = moves.live?.place.features ?? [];
  const shifts = new Map(
    moved.flatMap((feature) => {
      const box = measure.features.find((one) => one.id === feature.id && one.copy === 0);
      if (!box) return [];
      const to = centreOf(size, feature, box);
      return [[feature.id, { dx: to.x - box.x_mm, dy: to.y - box.y_mm }] as const];
    }),
  );
  const boxes: Box[] = measure.features.map((box) => {
    const shift = shifts.get(box.id);
    return shift ? { ...box, x_mm: box.x_mm + shift.dx, y_mm: box.y_mm + shift.dy } : box;
  });
  const held = corners.inHand ? corners : moves;
  const guides = held.inHand ? (held.live?.place.guides ?? []) : [];

  function chooseAt(event: PointerEvent, id: string): string[] {
    if (event.shiftKey) {
      const next = selected.includes(id) ? selected.filter((one) => one !== id) : [...selected, id];
      onSelect(next);
      return next;
    }
    const ids = withLead(id);
    onSelect(ids);
    return ids;
  }

  /** Those that move with a feature, itself first. */
  const withLead = (id: string) => (selected.includes(id) ? [id, ...selected.filter((one) => one !== id)] : [id]);

  const gripOf = (id: string) => {
    const ids = withLead(id);
    const { onKeyDown, style } = moves.grip(ids);
    return {
      style,
      onPointerDown(event: PointerEvent<SVGGElement>) {
        event.currentTarget.focus({ preventScroll: true }); // before it is chosen: what is focused is chosen alone
        moves.grip(chooseAt(event, id)).onPointerDown(event);
      },
      onKeyDown(event: KeyboardEvent<SVGGElement>) {
        onKeyDown(event);
        if (event.key === "Delete" || event.key === "Backspace") onRemove(ids);
      },
      onFocus: () => !selected.includes(id) && onSelect([id]),
    };
  };

  return { corners, moved, shifts, boxes, guides, gripOf };
}
