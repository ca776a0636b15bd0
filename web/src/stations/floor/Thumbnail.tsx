import type { Headline } from "@/api/client";
import { Hatches } from "@/drawing/Hatches";
import { pathData } from "@/drawing/path";
import type { View } from "@/drawing/view";

const [WIDTH, HEIGHT] = [116, 76];

/** A piece in plan, as it stands. */
export function Thumbnail({ piece }: { piece: Headline["pieces"][number] }) {
  const scale = Math.min((WIDTH - 6) / piece.length_mm, (HEIGHT - 6) / piece.width_mm);
  const [w, h] = [piece.length_mm * scale, piece.width_mm * scale];
  const view: View = {
    scale,
    left: (WIDTH - w) / 2,
    top: (HEIGHT - h) / 2,
    length: piece.length_mm,
    width: piece.width_mm,
    mirrored: false,
  };
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full" aria-hidden="true">
      <Hatches />
      <path d={pathData(view, piece.path)} fill="url(#concrete)" stroke="var(--ink)" strokeWidth="2" />
      {piece.features.map((feature) => (
        <path
          key={`${feature.id} ${feature.copy}`}
          d={feature.paths.map((path) => pathData(view, path)).join("")}
          fill={feature.role === "through" ? "var(--ground)" : "none"}
          fillRule="evenodd"
          stroke="var(--ink)"
          strokeWidth={feature.role === "through" ? 1.5 : 0.75}
        />
      ))}
    </svg>
  );
}
