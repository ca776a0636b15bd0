import type { PiecePlan } from "@/api/client";
import { Hatches } from "@/drawing/Hatches";
import { useSize } from "@/drawing/useSize";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";

const WIDE_MM = 160; // of the piece, from its edge inwards
const LOW_PX = 28;

/** A cut near an edge: what grinding takes off, what is left over the steel, and the shape that is routed. */
export function GroundSection({ piece }: { piece: PiecePlan }) {
  const [place, area] = useSize<HTMLDivElement>();
  const { units } = usePreferences();
  const { finish, measure, steel } = piece;
  if (finish.takes_off_mm <= 0 && finish.edges.length === 0) return null;
  const thick = measure.cast_depth_mm;
  const scale = Math.min(Math.min(area.width, 420) / (WIDE_MM + 10), 140 / thick);
  const off = finish.takes_off_mm * scale;
  const [left, top] = [6, 12];
  const right = left + WIDE_MM * scale;
  const low = top + thick * scale;
  const stack = steel.stack;
  const edge = finish.edges[0];
  const size = edge ? Math.min(edge.profile.includes("bullnose") ? thick / 2 : edge.size_mm, thick) * scale : 0;
  const face = top + off;
  const corner =
    edge?.profile === "chamfer" ? `L${left + size} ${face}` : `A${size} ${size} 0 0 1 ${left + size} ${face}`;
  const foot =
    edge?.profile === "full bullnose"
      ? `L${left + size} ${low}A${size} ${size} 0 0 1 ${left} ${low - size}`
      : `L${left} ${low}`;
  const shape = `M${left} ${face + size}${size ? corner : ""}L${right} ${face}L${right} ${low}${foot}Z`;
  const steelAt = finish.cover
    ? face + finish.cover.value * scale
    : stack
      ? top + stack.cover_show.value * scale
      : null;
  return (
    <section aria-label="Section at an edge">
      <h2 className="mb-1 text-lg font-bold">Section at an edge</h2>
      <div ref={place} className="flex flex-wrap items-start gap-x-8 gap-y-3">
        <svg
          width={right + 6}
          height={low + LOW_PX}
          role="img"
          aria-label="Section: what is ground off, and the steel under it"
        >
          <Hatches />
          <rect
            x={left}
            y={top}
            width={right - left}
            height={low - top}
            fill="none"
            stroke="var(--line-strong)"
            strokeDasharray="6 4"
          />
          <path d={shape} fill="url(#concrete)" stroke="var(--ink)" strokeWidth="1.5" />
          {stack && steelAt !== null && (
            <rect
              x={left + 25 * scale}
              y={steelAt}
              width={right - left - 25 * scale}
              height={Math.max(3, stack.height.value * scale)}
              fill="var(--steel)"
            />
          )}
        </svg>
        <dl className="min-w-60 flex-1">
          {finish.takes_off_mm > 0 && (
            <div className="flex min-h-11 items-center justify-between gap-4 border-b border-line">
              <dt>Ground off</dt>
              <dd className="figure text-lg">{write(finish.takes_off_mm, "fine", units)}</dd>
            </div>
          )}
          {finish.cover && <FigureLine label="Left over the steel" figure={finish.cover} />}
          {finish.film && <FigureLine label="Wet film of a coat" figure={finish.film} />}
          {finish.dry_film && <FigureLine label="Dry film, all coats" figure={finish.dry_film} />}
        </dl>
      </div>
      <p className="text-soft">Show face up. Dashed: as it is cast.</p>
    </section>
  );
}
