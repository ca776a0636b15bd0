import type { SVGAttributes } from "react";
import type { Schemas } from "@/api/client";
import { DimensionLine } from "./DimensionLine";
import { px, py, type View } from "./view";

type Section = Schemas["Section"];

interface Props {
  view: View;
  section: Section;
  /** How it is cut: from left to right, or from front to back. */
  along: "x" | "y";
  lies: boolean;
  faceDown: boolean;
  thickness: number;
  top: number;
}

const BASE_PX = 12;
const FILLS = { steel: "var(--steel)", wood: "var(--board)", foam: "url(#foam)" };

/** The piece cut through upright, in scale with the plan: as it lies its show face is down and mirrored. */
export function UprightSection({ view, section, along, lies, faceDown, thickness, top }: Props) {
  const turned = lies && faceDown;
  const run = along === "x" ? view.length : view.width;
  const left = along === "x" ? Math.min(px(view, 0), px(view, view.length)) : px(view, view.mirrored ? view.length : 0);
  const x = (mm: number) => (along === "x" ? px(view, mm) : left + (turned ? run - mm : mm) * view.scale);
  const high = (section.high_mm - section.low_mm) * view.scale;
  const y = (mm: number) => top + (turned ? mm - section.low_mm : section.high_mm - mm) * view.scale;
  const d = section.rings
    .map(
      (ring) =>
        `M${pairs(ring)
          .map(([a, b]) => `${x(a).toFixed(2)} ${y(b).toFixed(2)}`)
          .join("L")}Z`,
    )
    .join("");
  const [x0, x1] = [left, left + run * view.scale];
  return (
    <g data-section={along}>
      {lies && (
        <rect
          x={x0 - 26}
          y={top + high}
          width={x1 - x0 + 52}
          height={BASE_PX}
          fill="var(--board)"
          stroke="var(--board-line)"
        />
      )}
      <path d={d} fill="url(#concrete)" fillRule="evenodd" stroke="var(--ink)" strokeWidth="1.5" />
      {section.kept.map((one) => (
        <rect
          key={`${one.start_mm} ${one.low_mm} ${one.end_mm}`}
          data-kept={one.stuff}
          x={Math.min(x(one.start_mm), x(one.end_mm))}
          y={Math.min(y(one.low_mm), y(one.high_mm))}
          width={(one.end_mm - one.start_mm) * view.scale}
          height={(one.high_mm - one.low_mm) * view.scale}
          fill={FILLS[one.stuff]}
          stroke="var(--ink)"
        />
      ))}
      <DimensionLine x1={x1 + 44} y1={y(0)} x2={x1 + 44} y2={y(thickness)} />
    </g>
  );
}

function pairs(ring: readonly number[]): [number, number][] {
  return ring.flatMap((value, index): [number, number][] => (index % 2 ? [] : [[value, ring[index + 1] ?? 0]]));
}

/** Where a section is cut on the plan: drag it, or move it by the arrow keys. */
export function SectionLine({
  view,
  along,
  at,
  grip,
}: {
  view: View;
  along: "x" | "y";
  at: number;
  /** What makes it one that can be moved. */
  grip: SVGAttributes<SVGGElement>;
}) {
  const [x0, x1] = [Math.min(px(view, 0), px(view, view.length)), Math.max(px(view, 0), px(view, view.length))];
  const [y0, y1] = [py(view, view.width), py(view, 0)];
  const place = along === "x" ? py(view, at) : px(view, at);
  const ends =
    along === "x"
      ? [
          { x: x0 - 20, y: place },
          { x: x1 + 20, y: place },
        ]
      : [
          { x: place, y: y0 - 12 },
          { x: place, y: y1 + 14 },
        ];
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label="Where it is cut through"
      aria-valuemin={0}
      aria-valuemax={Math.round(along === "x" ? view.width : view.length)}
      aria-valuenow={Math.round(at)}
      className={`${along === "x" ? "cursor-ns-resize" : "cursor-ew-resize"} outline-none [&:focus-visible>circle]:stroke-[3]`}
      stroke="var(--ink-soft)"
      {...grip}
    >
      {along === "x" ? (
        <>
          <line x1={x0 - 18} x2={x0 - 2} y1={place} y2={place} strokeWidth="2" />
          <line x1={x1 + 2} x2={x1 + 18} y1={place} y2={place} strokeWidth="2" />
        </>
      ) : (
        <>
          <line x1={place} x2={place} y1={y0 - 12} y2={y0 - 2} strokeWidth="2" />
          <line x1={place} x2={place} y1={y1 + 2} y2={y1 + 14} strokeWidth="2" />
        </>
      )}
      {ends.map((end) => (
        <g key={`${end.x} ${end.y}`}>
          <circle cx={end.x} cy={end.y} r="22" fill="transparent" stroke="none" />
          <circle cx={end.x} cy={end.y} r="7" fill="var(--paper)" strokeWidth="2" className="[stroke:var(--ink)]" />
        </g>
      ))}
    </g>
  );
}
