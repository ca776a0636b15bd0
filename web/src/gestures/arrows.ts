import type { Point } from "@/drawing/view";
import { STEP_MM, type Units } from "@/units/length";
import type { Arrow } from "./useHeldMove";

/** How near what is moved must come to be drawn to a line [px]. */
export const SNAP_PX = 6;
/** How many steps of the grid an arrow key takes with Shift. */
const COARSE_STEPS: Record<Units, number> = { in: 16, mm: 10 };

/** How far an arrow key moves something in the plan [mm]; in a mirrored one the other way. */
export function arrowStep(arrow: Arrow, mirrored: boolean, units: Units): Point {
  const step = STEP_MM[units] * (arrow.coarse ? COARSE_STEPS[units] : 1);
  return { x: (mirrored ? -1 : 1) * step * arrow.right, y: step * arrow.up };
}

/** A length on the grid of the reader's units [mm]. */
export function onGrid(mm: number, units: Units): number {
  return Math.round(mm / STEP_MM[units]) * STEP_MM[units];
}
