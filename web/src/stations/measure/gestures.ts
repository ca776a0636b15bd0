import type { Units } from "@/units/length";

/** How long the arrow keys may rest before their nudges are kept as one revision [ms]. */
export const NUDGE_REST_MS = 500;
/** How far a finger may slip before a press becomes a drag [px]. */
export const SLIP_PX = 4;
/** How near what is moved must come to be drawn to a line [px]. */
export const SNAP_PX = 6;
/** How many steps of the grid an arrow key takes with Shift. */
export const COARSE_STEPS: Record<Units, number> = { in: 16, mm: 10 };
