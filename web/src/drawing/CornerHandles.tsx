import type { SVGAttributes } from "react";
import type { Piece } from "@/api/client";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { px, py, type View } from "./view";

type Corner = Extract<Piece["outline"], { kind: "free" }>["corners"][number];

interface Props {
  view: View;
  /** How each is described: its edge's bow is drawn while one is moved. */
  described: readonly Corner[];
  /** x, y after x, y in the plan of the piece [mm]. */
  places: readonly number[];
  live: { index: number; x: number; y: number } | null;
  /** What makes a corner one that can be moved. */
  grip: (index: number) => SVGAttributes<SVGGElement>;
}

const TOUCH_PX = 44;
const DOT_PX = 7;

/** The corners of a free outline as they can be taken hold of, and the outline that a moved one would make. */
export function CornerHandles({ view, described, places, live, grip }: Props) {
  const { units } = usePreferences();
  const at = (index: number) =>
    live?.index === index ? { x: live.x, y: live.y } : { x: places[index * 2] ?? 0, y: places[index * 2 + 1] ?? 0 };
  const corners = described.map((_, index) => at(index));
  return (
    <>
      {live && (
        <>
          <path
            d={rubber(view, described, corners)}
            fill="var(--chalk)"
            fillOpacity="0.15"
            stroke="var(--chalk)"
            strokeWidth="2.5"
            className="pointer-events-none"
          />
          <text
            x={px(view, live.x)}
            y={py(view, live.y) - 30}
            textAnchor="middle"
            className="pointer-events-none text-base"
            fill="var(--ink)"
            stroke="var(--paper)"
            strokeWidth="5"
            paintOrder="stroke"
          >
            {`${writeLength(live.x, units)} · ${writeLength(live.y, units)}`}
          </text>
        </>
      )}
      {corners.map((corner, index) => (
        // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in an SVG
        <g
          // biome-ignore lint/suspicious/noArrayIndexKey: a corner has no name but its place in the round
          key={index}
          role="button"
          tabIndex={0}
          aria-label={`Corner ${index + 1}. Arrow keys move it`}
          data-corner={index + 1}
          className="cursor-move outline-none [&:focus-visible>.ring]:stroke-[3]"
          {...grip(index)}
        >
          <circle cx={px(view, corner.x)} cy={py(view, corner.y)} r={TOUCH_PX / 2} fill="transparent" />
          <circle
            cx={px(view, corner.x)}
            cy={py(view, corner.y)}
            r={DOT_PX}
            fill="var(--paper)"
            stroke="var(--chalk)"
            strokeWidth="2.5"
          />
          <circle
            className="ring stroke-0"
            cx={px(view, corner.x)}
            cy={py(view, corner.y)}
            r={DOT_PX + 7}
            fill="none"
            stroke="var(--focus)"
          />
        </g>
      ))}
    </>
  );
}

/** The outline through the corners, its edges bowed as described [px]. */
function rubber(view: View, described: readonly Corner[], corners: readonly { x: number; y: number }[]): string {
  const turned = corners.reduce((sum, a, index) => {
    const b = corners[(index + 1) % corners.length] ?? a;
    return sum + a.x * b.y - b.x * a.y;
  }, 0);
  const parts = corners.map((a, index) => {
    const b = corners[(index + 1) % corners.length] ?? a;
    const bow = described[index]?.bow.mm ?? 0;
    const end = `${px(view, b.x).toFixed(1)} ${py(view, b.y).toFixed(1)}`;
    if (!bow) return `L${end}`;
    const half = Math.hypot(b.x - a.x, b.y - a.y) / 2;
    const radius = ((half * half + bow * bow) / (2 * bow)) * view.scale;
    const outward = (described[index]?.bows ?? "out") === "out";
    const outwardIsLeft = turned < 0 !== view.mirrored;
    const sweep = outward !== outwardIsLeft ? 0 : 1;
    return `A${radius.toFixed(1)} ${radius.toFixed(1)} 0 ${bow > half ? 1 : 0} ${sweep} ${end}`;
  });
  const [first] = corners;
  return first ? `M${px(view, first.x).toFixed(1)} ${py(view, first.y).toFixed(1)}${parts.join("")}Z` : "";
}
