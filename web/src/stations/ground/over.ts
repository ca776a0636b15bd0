import type { Ground } from "@/api/client";

/** How much wider than the slab the hole is [mm]. */
export function overOf({ outline_dug, length_mm, width_mm }: Ground): number {
  const xs = outline_dug.filter((_, at) => at % 3 === 0);
  const ys = outline_dug.filter((_, at) => at % 3 === 1);
  if (xs.length === 0) return 0;
  return Math.max(0, Math.max(...xs) - length_mm, Math.max(...ys) - width_mm, -Math.min(...ys));
}
