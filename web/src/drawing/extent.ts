import type { Form } from "@/api/client";
import { fit, type Margins, px, py, type View } from "./view";

/** What a drawing of more than the piece spans, in the plan of the piece as it stands [mm]. */
export interface Extent {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
}

/** From places in the plan of the piece to pixels, for a drawing that reaches beyond it. */
export interface Frame {
  view: View;
  x: (mm: number) => number;
  y: (mm: number) => number;
  /** The pixels that a length along x or y covers. */
  scale: number;
  /** Where the view's own corner is moved to, for outlines drawn by it [mm]. */
  from: { x: number; y: number };
}

export function frame(
  extent: Extent,
  area: { width: number; height: number },
  margins: Margins,
  mirrored: boolean,
): Frame {
  const view = fit(extent.x1 - extent.x0, extent.y1 - extent.y0, area, margins, mirrored);
  return {
    view,
    x: (mm) => px(view, mm - extent.x0),
    y: (mm) => py(view, mm - extent.y0),
    scale: view.scale,
    from: { x: -extent.x0, y: -extent.y0 },
  };
}

/** The pixels of a rectangle given by its near corner and its sides [mm]. */
export function box(at: Frame, x: number, y: number, dx: number, dy: number) {
  const [a, b] = [at.x(x), at.x(x + dx)];
  return { x: Math.min(a, b), y: at.y(y + dy), width: Math.abs(b - a), height: dy * at.scale };
}

export function extentOf(boxes: readonly { x_mm: number; y_mm: number; dx_mm: number; dy_mm: number }[]): Extent {
  return {
    x0: Math.min(...boxes.map((one) => one.x_mm)),
    y0: Math.min(...boxes.map((one) => one.y_mm)),
    x1: Math.max(...boxes.map((one) => one.x_mm + one.dx_mm)),
    y1: Math.max(...boxes.map((one) => one.y_mm + one.dy_mm)),
  };
}

/** What a form spans: its boards, and its stakes where it has no base. */
export function extentOfForm(form: Form): Extent {
  const stakes = form.stiffness.stakes.map(({ path }) => {
    const [xs, ys] = [0, 1].map((nth) => path.filter((_, at) => at % 3 === nth)) as [number[], number[]];
    const [x0, y0] = [Math.min(...xs), Math.min(...ys)];
    return { x_mm: x0, y_mm: y0, dx_mm: Math.max(...xs) - x0, dy_mm: Math.max(...ys) - y0 };
  });
  return extentOf([...form.boards, ...stakes]);
}
