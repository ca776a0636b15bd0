import type { SVGAttributes } from "react";
import type { Finding, Piece, PiecePlan } from "@/api/client";
import type { Box } from "./boxes";
import { edgeData, pathData } from "./path";
import type { Guide } from "./snapping";
import { px, py, type View } from "./view";

type Mark = NonNullable<Finding["mark"]>;

interface Props {
  view: View;
  piece: Piece;
  measured: PiecePlan["measure"];
  boxes: readonly Box[];
  /** How far each feature is from where it was planned, while it is under the hand [mm]. */
  shifts: ReadonlyMap<string, { dx: number; dy: number }>;
  guides: readonly Guide[];
  marks: Mark[];
  /** Features that cannot be cast where they are. */
  wrong: ReadonlySet<string>;
  selected: readonly string[];
  /** What makes a feature one that can be chosen and moved. */
  grip: (id: string) => SVGAttributes<SVGGElement>;
}

/** The piece from above: concrete, what is in it and on it, the edges that show, and what is wrong where. */
export function PlanShapes(props: Props) {
  const { view, piece, measured, boxes, shifts, guides, marks, wrong, selected } = props;
  const shown = piece.edges_shown;
  return (
    <>
      <path d={pathData(view, measured.path)} fill="url(#concrete)" stroke="var(--ink)" strokeWidth={1.25} />
      {measured.edges
        .filter((edge) => shown.includes(edge.name))
        .map((edge) => (
          <path
            key={`${edge.name} ${edge.x1} ${edge.y1}`}
            d={edgeData(view, edge)}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="5"
          />
        ))}
      {measured.seams.map((seam) => (
        <path
          key={`${seam.x1} ${seam.y1} ${seam.x2} ${seam.y2}`}
          data-seam
          d={edgeData(view, seam)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2.5"
          strokeDasharray="12 5 2 5"
          className="pointer-events-none"
        />
      ))}
      {boxes.map((box) => (
        <FeatureShape
          key={`${box.id} ${box.copy}`}
          view={view}
          box={box}
          shift={shifts.get(box.id)}
          name={piece.features.find((feature) => feature.id === box.id)?.name ?? ""}
          selected={selected.includes(box.id)}
          wrong={wrong.has(box.id)}
          grip={props.grip(box.id)}
        />
      ))}
      {guides.map((guide) => {
        const across = guide.axis === "x";
        const at = across ? px(view, guide.at) : py(view, guide.at);
        return (
          <line
            key={`${guide.axis} ${guide.at}`}
            data-guide={guide.axis}
            className="pointer-events-none"
            x1={across ? at : px(view, 0) - 30}
            x2={across ? at : px(view, view.length) + 30}
            y1={across ? py(view, view.width) - 20 : at}
            y2={across ? py(view, 0) + 20 : at}
            stroke="var(--crayon)"
            strokeWidth="1.5"
          />
        );
      })}
      {marks.map((mark) => (
        <ThinPlace key={`${mark.x1} ${mark.y1} ${mark.x2} ${mark.y2}`} view={view} mark={mark} />
      ))}
    </>
  );
}

/** How a feature looks by what it is to the piece: what goes through is foam, what goes in is shaded. */
const LOOKS: Record<Box["role"], { fill: string; dash?: string; stroke: string }> = {
  through: { fill: "url(#foam)", stroke: "var(--foam-line)" },
  recess: { fill: "var(--recess)", stroke: "var(--foam-line)" },
  inside: { fill: "transparent", dash: "8 5", stroke: "var(--ink-soft)" },
  raised: { fill: "var(--raised)", stroke: "var(--ink)" },
  bolt: { fill: "var(--steel)", stroke: "var(--ink)" },
  letters: { fill: "var(--recess)", stroke: "var(--ink)" },
};

interface FeatureProps {
  view: View;
  box: Box;
  shift: { dx: number; dy: number } | undefined;
  name: string;
  selected: boolean;
  wrong: boolean;
  grip: SVGAttributes<SVGGElement>;
}

const TOUCH_PX = 44;
/** How wide a drawing must be for the names of small features that are not chosen [px]. */
const NAMED_FROM_PX = 420;

function FeatureShape({ view, box, shift, name, selected, wrong, grip }: FeatureProps) {
  const [width, height] = [box.length_mm * view.scale, box.width_mm * view.scale];
  const [cx, cy] = [px(view, box.x_mm), py(view, box.y_mm)];
  const [hitWidth, hitHeight] = [Math.max(width, TOUCH_PX), Math.max(height, TOUCH_PX)];
  const look = LOOKS[box.role];
  const roomy = box.role !== "raised" && width > name.length * 9 + 16 && height > 44 && box.role !== "letters";
  const first = box.copy === 0;
  const paths = (
    <path
      d={box.paths.map((path) => pathData(view, path, shift?.dx, shift?.dy)).join("")}
      fill={look.fill}
      fillRule="evenodd"
      stroke={wrong ? "var(--stop)" : selected ? "var(--chalk)" : look.stroke}
      strokeWidth={wrong ? 4 : selected ? 3 : box.role === "letters" ? 1 : 2}
      strokeDasharray={wrong ? "10 5" : look.dash}
    />
  );
  if (!first) return <g className="pointer-events-none opacity-80">{paths}</g>;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in an SVG
    <g
      role="button"
      tabIndex={0}
      aria-pressed={selected}
      aria-label={`${name}. Arrow keys move it, Delete removes it`}
      data-feature={box.id}
      className="cursor-move outline-none [&:focus-visible>.ring]:stroke-[3]"
      {...grip}
    >
      <rect x={cx - hitWidth / 2} y={cy - hitHeight / 2} width={hitWidth} height={hitHeight} fill="transparent" />
      {paths}
      <rect
        className="ring stroke-0"
        x={cx - hitWidth / 2 - 5}
        y={cy - hitHeight / 2 - 5}
        width={hitWidth + 10}
        height={hitHeight + 10}
        fill="none"
        stroke="var(--focus)"
      />
      {(roomy || selected || view.length * view.scale > NAMED_FROM_PX) && (
        <text
          x={cx}
          y={box.role === "raised" ? cy + height / 2 + 20 : roomy ? cy + 6 : cy - hitHeight / 2 - 4}
          textAnchor="middle"
          className="pointer-events-none text-base"
          fill="var(--ink)"
          stroke="var(--concrete)"
          strokeWidth={roomy && box.role === "through" ? 0 : 4}
          paintOrder="stroke"
        >
          {name}
        </text>
      )}
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
