import { useState } from "react";
import { toPiece, type View } from "@/drawing/view";
import { useHeldMove } from "@/gestures/useHeldMove";
import { STEP_MM, type Units } from "@/units/length";

/** Along the length or along the width. */
export type Along = "x" | "y";

const WITHIN_MM = 0.1;
/** How many steps of the grid an arrow key takes, and with Shift. */
const KEY_STEPS: Record<Units, readonly [number, number]> = { mm: [5, 50], in: [4, 40] };

/** Where a piece is cut through upright: moved by hand or by keys, never out of the piece [mm]. */
export function useCut(view: View, first: Along, middle: (along: Along) => number, units: Units) {
  const [along, setAlong] = useState<Along>(first);
  const [place, setPlace] = useState<number | null>(null);
  const most = along === "x" ? view.width : view.length;
  const at = Math.min(Math.max(place ?? middle(along), WITHIN_MM), most - WITHIN_MM);
  const { grip } = useHeldMove<Along, number>({
    keyOf: String,
    placeOf: () => at,
    dragged: (_, from, hand) => {
      const by = toPiece(view, hand.dx, hand.dy);
      return from + (along === "x" ? by.y : by.x);
    },
    nudged: (_, from, arrow) =>
      from + (arrow.right + arrow.up) * KEY_STEPS[units][arrow.coarse ? 1 : 0] * STEP_MM[units],
    show: (_, to) => setPlace(to),
  });
  return {
    along,
    at,
    grip: grip(along),
    /** Cut the other way, through the middle. */
    turn() {
      setAlong(along === "x" ? "y" : "x");
      setPlace(null);
    },
  };
}
