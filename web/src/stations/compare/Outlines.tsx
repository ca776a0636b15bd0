import type { Schemas } from "@/api/client";
import { Hatches } from "@/drawing/Hatches";
import { pathData } from "@/drawing/path";
import type { View } from "@/drawing/view";

type Column = Schemas["Column"];
type Drawn = Column["headline"]["pieces"][number];

const [WIDTH, HEIGHT, MARGIN, MOST] = [230, 190, 5, 3];

/** The pieces to draw: those that differ from the first, else its first; the same ones in all columns. */
export function piecesToDraw(columns: readonly Column[]): string[] {
  const differ = columns.flatMap(({ headline, drawn }) =>
    drawn.filter((one) => {
      const piece = headline.pieces.find(({ id }) => id === one.piece);
      const outline = one.was && String(one.was) === String(piece?.path);
      return !outline || one.thickness_was !== piece?.thickness_mm || one.features.length > 0 || one.gone.length > 0;
    }),
  );
  const ids = [...new Set(differ.map(({ piece }) => piece))];
  const first = columns[0]?.headline.pieces[0]?.id;
  return (ids.length ? ids : first ? [first] : []).slice(0, MOST);
}

/** To what scale all plans are drawn, so that they can be told apart by size. */
export function scaleOf(columns: readonly Column[], ids: readonly string[]): number {
  const pieces = columns.flatMap(({ headline }) => headline.pieces.filter(({ id }) => ids.includes(id)));
  const fits = pieces.map((one) => {
    const high = one.width_mm + one.thickness_mm;
    return Math.min((WIDTH - 2 * MARGIN) / one.length_mm, (HEIGHT - 4 * MARGIN) / high);
  });
  return Math.min(...fits);
}

interface Props {
  piece: Drawn;
  drawn: Column["drawn"][number] | undefined;
  scale: number;
}

/** A piece in plan and from the front, over what it is in the first plan: dashed where that was otherwise. */
export function Outlines({ piece, drawn, scale }: Props) {
  const { length_mm: length, width_mm: width, thickness_mm: thick } = piece;
  const view: View = { scale, left: MARGIN, top: MARGIN, length, width, mirrored: false };
  const was = drawn?.thickness_was ?? thick;
  const side = 3 * MARGIN + width * scale;
  const height = side + Math.max(thick, was) * scale + MARGIN;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height.toFixed(1)}`}
      className="w-full max-w-56 overflow-visible"
      role="img"
      aria-label={`${piece.name}, in plan and from the front`}
    >
      <Hatches />
      <path d={pathData(view, piece.path)} fill="url(#concrete)" stroke="var(--ink)" strokeWidth="2" />
      {piece.features.map((feature) => (
        <path
          key={`${feature.id} ${feature.copy}`}
          d={feature.paths.map((path) => pathData(view, path)).join("")}
          fill={feature.role === "through" ? "var(--ground)" : "none"}
          fillRule="evenodd"
          stroke={drawn?.features.includes(feature.id) ? "var(--chalk)" : "var(--ink)"}
          strokeWidth={drawn?.features.includes(feature.id) ? 2.5 : 1}
        />
      ))}
      {drawn?.gone.map((path) => (
        <Was key={String(path)} d={pathData(view, path)} />
      ))}
      {drawn?.was && String(drawn.was) !== String(piece.path) && <Was d={pathData(view, drawn.was)} />}
      <rect
        x={MARGIN}
        y={side}
        width={length * scale}
        height={thick * scale}
        fill="url(#concrete)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {was !== thick && (
        <rect
          x={MARGIN}
          y={side}
          width={length * scale}
          height={was * scale}
          fill="none"
          stroke="var(--chalk)"
          strokeWidth="1.5"
          strokeDasharray="5 4"
        />
      )}
    </svg>
  );
}

function Was({ d }: { d: string }) {
  return <path d={d} fill="none" stroke="var(--chalk)" strokeWidth="1.5" strokeDasharray="5 4" />;
}
