import type { JobCard } from "@/api/client";
import { Hatches } from "@/drawing/Hatches";

const [WIDTH, HEIGHT] = [116, 76];

/** A piece in plan, as it stands. */
export function Thumbnail({ piece }: { piece: JobCard["headline"]["pieces"][number] }) {
  const scale = Math.min((WIDTH - 6) / piece.length_mm, (HEIGHT - 6) / piece.width_mm);
  const [w, h] = [piece.length_mm * scale, piece.width_mm * scale];
  const [left, top] = [(WIDTH - w) / 2, (HEIGHT - h) / 2];
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full" aria-hidden="true">
      <Hatches />
      <rect x={left} y={top} width={w} height={h} fill="url(#concrete)" stroke="var(--ink)" strokeWidth="2" />
      {piece.features.map((feature) => (
        <rect
          key={feature.id}
          x={left + (feature.x_mm - feature.length_mm / 2) * scale}
          y={top + h - (feature.y_mm + feature.width_mm / 2) * scale}
          width={feature.length_mm * scale}
          height={feature.width_mm * scale}
          rx={feature.radius_mm * scale}
          fill="var(--ground)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
      ))}
    </svg>
  );
}
