import { px, py, type View } from "./view";

/** Corners x, y [mm] and the bulge of the edge that leaves each, one after another, as the core gives outlines. */
export type Path = readonly number[];

/** An outline as the d of a path [px], its arcs as arcs; moved by dx, dy [mm] where it is under the hand. */
export function pathData(view: View, path: Path, dx = 0, dy = 0): string {
  const at = (index: number) => [px(view, (path[index] ?? 0) + dx), py(view, (path[index + 1] ?? 0) + dy)] as const;
  const [x0, y0] = at(0);
  let d = `M${x0.toFixed(2)} ${y0.toFixed(2)}`;
  for (let corner = 0; corner < path.length; corner += 3) {
    const next = (corner + 3) % path.length;
    const [x1, y1] = at(corner);
    const [x2, y2] = at(next);
    const bulge = path[corner + 2] ?? 0;
    if (bulge === 0) {
      d += `L${x2.toFixed(2)} ${y2.toFixed(2)}`;
      continue;
    }
    const radius = (Math.hypot(x2 - x1, y2 - y1) * (1 + bulge ** 2)) / (4 * Math.abs(bulge));
    // Counter-clockwise in the plan, whose y runs up the screen; mirrored it is the other way round.
    const sweep = bulge < 0 !== view.mirrored ? 1 : 0;
    d += `A${radius.toFixed(2)} ${radius.toFixed(2)} 0 ${Math.abs(bulge) > 1 ? 1 : 0} ${sweep} ${x2.toFixed(2)} ${y2.toFixed(2)}`;
  }
  return `${d}Z`;
}

/** One edge as the d of a path [px]. */
export function edgeData(view: View, edge: { x1: number; y1: number; x2: number; y2: number; bulge: number }): string {
  const line = pathData(view, [edge.x1, edge.y1, edge.bulge, edge.x2, edge.y2, 0]);
  return line.slice(0, line.lastIndexOf("L"));
}
