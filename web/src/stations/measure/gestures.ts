import type { KeyboardEvent } from "react";
import { STEP_MM, type Units } from "@/units/length";

/** How long the arrow keys may rest before their nudges are kept as one revision [ms]. */
export const NUDGE_REST_MS = 500;
/** How far a finger may slip before a press becomes a drag [px]. */
export const SLIP_PX = 4;
/** How near what is moved must come to be drawn to a line [px]. */
export const SNAP_PX = 6;
/** How many steps of the grid an arrow key takes with Shift. */
export const COARSE_STEPS: Record<Units, number> = { in: 16, mm: 10 };

/** How far an arrow key moves something in the plan [mm], a mirrored one the other way; null where it is no arrow key. */
export function arrowStep(event: KeyboardEvent, mirrored: boolean, units: Units): { x: number; y: number } | null {
  const step = STEP_MM[units] * (event.shiftKey ? COARSE_STEPS[units] : 1);
  const across = (mirrored ? -1 : 1) * step;
  const by: Record<string, { x: number; y: number }> = {
    ArrowLeft: { x: -across, y: 0 },
    ArrowRight: { x: across, y: 0 },
    ArrowUp: { x: 0, y: step },
    ArrowDown: { x: 0, y: -step },
  };
  return by[event.key] ?? null;
}
