/** From millimetres of the piece as it stands to pixels of the drawing, and back. */
export interface View {
  scale: number;
  left: number;
  top: number;
  length: number;
  width: number;
  mirrored: boolean;
}

/** A place, or a way to go. */
export interface Point {
  x: number;
  y: number;
}

export interface Margins {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** The largest true-scale view of a piece [mm] that fits an area [px] inside its margins. */
export function fit(
  length: number,
  width: number,
  area: { width: number; height: number },
  margins: Margins,
  mirrored: boolean,
): View {
  const room = {
    width: Math.max(40, area.width - margins.left - margins.right),
    height: Math.max(40, area.height - margins.top - margins.bottom),
  };
  const scale = Math.min(room.width / length, room.height / width);
  return {
    scale,
    left: margins.left + (room.width - length * scale) / 2,
    top: margins.top,
    length,
    width,
    mirrored,
  };
}

export const px = (view: View, x: number): number => view.left + (view.mirrored ? view.length - x : x) * view.scale;

export const py = (view: View, y: number): number => view.top + (view.width - y) * view.scale;

/** A movement of the hand [px] as a movement of the piece as it stands [mm]. */
export function toPiece(view: View, dx: number, dy: number): Point {
  return { x: (view.mirrored ? -dx : dx) / view.scale, y: -dy / view.scale };
}
