import type { KeyboardEvent, PointerEvent } from "react";
import type { Finding, Piece } from "@/api/client";
import type { Box } from "./boxes";
import { px, py, type View } from "./view";

type Mark = NonNullable<Finding["mark"]>;

interface Props {
  view: View;
  piece: Piece;
  boxes: Box[];
  marks: Mark[];
  /** Features that cannot be cast where they are. */
  wrong: ReadonlySet<string>;
  selected: string | null;
  onFeatureDown: (event: PointerEvent, id: string) => void;
  onFeatureKey: (event: KeyboardEvent, id: string) => void;
  onSelect: (id: string | null) => void;
}

/** The piece from above: concrete, openings, the edges that show, and what is wrong where. */
export function PlanShapes({
  view,
  piece,
  boxes,
  marks,
  wrong,
  selected,
  onFeatureDown,
  onFeatureKey,
  onSelect,
}: Props) {
  const [x0, x1] = [Math.min(px(view, 0), px(view, view.length)), Math.max(px(view, 0), px(view, view.length))];
  const [y0, y1] = [py(view, view.width), py(view, 0)];
  return (
    <>
      <rect
        x={x0}
        y={y0}
        width={x1 - x0}
        height={y1 - y0}
        fill="url(#concrete)"
        stroke="var(--ink)"
        strokeWidth={1.25}
        onPointerDown={() => onSelect(null)}
      />
      <ShownEdges view={view} shown={piece.edges_shown ?? []} />
      {boxes.map((box) => (
        <FeatureShape
          key={box.id}
          view={view}
          box={box}
          name={piece.features?.find((feature) => feature.id === box.id)?.name ?? ""}
          selected={box.id === selected}
          wrong={wrong.has(box.id)}
          onDown={onFeatureDown}
          onKey={onFeatureKey}
          onSelect={onSelect}
        />
      ))}
      {marks.map((mark) => (
        <ThinPlace key={`${mark.x1} ${mark.y1} ${mark.x2} ${mark.y2}`} view={view} mark={mark} />
      ))}
    </>
  );
}

function ShownEdges({ view, shown }: { view: View; shown: readonly string[] }) {
  const [l, w] = [view.length, view.width];
  const ends: Record<string, [number, number, number, number]> = {
    front: [0, 0, l, 0],
    back: [0, w, l, w],
    left: [0, 0, 0, w],
    right: [l, 0, l, w],
  };
  return shown.map((edge) => {
    const [a, b, c, d] = ends[edge] ?? [0, 0, 0, 0];
    return (
      <line
        key={edge}
        x1={px(view, a)}
        y1={py(view, b)}
        x2={px(view, c)}
        y2={py(view, d)}
        stroke="var(--ink)"
        strokeWidth="5"
      />
    );
  });
}

interface FeatureProps {
  view: View;
  box: Box;
  name: string;
  selected: boolean;
  wrong: boolean;
  onDown: (event: PointerEvent, id: string) => void;
  onKey: (event: KeyboardEvent, id: string) => void;
  onSelect: (id: string) => void;
}

const TOUCH_PX = 44;

function FeatureShape({ view, box, name, selected, wrong, onDown, onKey, onSelect }: FeatureProps) {
  const [width, height] = [box.length_mm * view.scale, box.width_mm * view.scale];
  const [cx, cy] = [px(view, box.x_mm), py(view, box.y_mm)];
  const [hitWidth, hitHeight] = [Math.max(width, TOUCH_PX), Math.max(height, TOUCH_PX)];
  const roomy = width > name.length * 9 + 16 && height > 44;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in an SVG
    <g
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`${name}. Arrow keys move it, Delete removes it`}
      data-feature={box.id}
      className="cursor-move outline-none [&:focus-visible>.ring]:stroke-[3]"
      style={{ touchAction: "none" }}
      onPointerDown={(event) => onDown(event, box.id)}
      onKeyDown={(event) => onKey(event, box.id)}
      onFocus={() => onSelect(box.id)}
    >
      <rect x={cx - hitWidth / 2} y={cy - hitHeight / 2} width={hitWidth} height={hitHeight} fill="transparent" />
      <rect
        x={cx - width / 2}
        y={cy - height / 2}
        width={width}
        height={height}
        rx={box.radius_mm * view.scale}
        fill="url(#foam)"
        stroke={wrong ? "var(--stop)" : selected ? "var(--chalk)" : "var(--foam-line)"}
        strokeWidth={wrong ? 4 : selected ? 3 : 2}
        strokeDasharray={wrong ? "10 5" : undefined}
      />
      <rect
        className="ring stroke-0"
        x={cx - hitWidth / 2 - 5}
        y={cy - hitHeight / 2 - 5}
        width={hitWidth + 10}
        height={hitHeight + 10}
        fill="none"
        stroke="var(--focus)"
      />
      <text
        x={cx}
        y={roomy ? cy + 6 : cy - hitHeight / 2 - 4}
        textAnchor="middle"
        className="pointer-events-none text-base"
        fill="var(--ink)"
        stroke="var(--concrete)"
        strokeWidth={roomy ? 0 : 4}
        paintOrder="stroke"
      >
        {name}
      </text>
    </g>
  );
}

function ThinPlace({ view, mark }: { view: View; mark: Mark }) {
  const [x1, y1, x2, y2] = [px(view, mark.x1), py(view, mark.y1), px(view, mark.x2), py(view, mark.y2)];
  return (
    <g className="pointer-events-none" stroke="var(--stop)" data-mark>
      <line x1={x1} y1={y1} x2={x2} y2={y2} strokeWidth="16" opacity=".28" />
      <line x1={x1} y1={y1} x2={x2} y2={y2} strokeWidth="3" />
      <circle cx={x1} cy={y1} r="4" fill="var(--stop)" />
      <circle cx={x2} cy={y2} r="4" fill="var(--stop)" />
    </g>
  );
}
