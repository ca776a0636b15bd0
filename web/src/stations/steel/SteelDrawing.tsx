import { useState } from "react";
import type { Piece, PiecePlan } from "@/api/client";
import { DimensionLine } from "@/drawing/DimensionLine";
import { frame } from "@/drawing/extent";
import { Hatches } from "@/drawing/Hatches";
import { Openings } from "@/drawing/Openings";
import { pathData } from "@/drawing/path";
import { Tag } from "@/drawing/Tag";
import { SectionLine } from "@/drawing/UprightSection";
import { useSize } from "@/drawing/useSize";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { useCut } from "../measure/useCut";
import { useSection } from "../measure/useSection";
import { SteelSection } from "./SteelSection";
import { isLevel, placeOf, useBars } from "./useBars";

const MARGINS = { left: 40, right: 40, top: 34, bottom: 10 };
const SECTION_PX = 200;
const GRIP_PX = 22;

interface Props {
  piece: Piece;
  planned: PiecePlan;
  length: number;
  width: number;
  thickness: number;
  mirrored: boolean;
}

/** The steel from above, its bars moved by hand, and cut across, its height moved by hand. */
export function SteelDrawing({ piece, planned, length, width, thickness, mirrored }: Props) {
  const { units } = usePreferences();
  const [area, size] = useSize<HTMLDivElement>();
  const [chosen, setChosen] = useState<string | null>(null);
  const { steel, measure } = planned;
  const extent = { x0: 0, y0: 0, x1: length, y1: width };
  const room = { width: Math.max(size.width, 80), height: Math.max(size.height - SECTION_PX, 80) };
  const at = frame(extent, room, MARGINS, mirrored);
  const bars = useBars({ planned, view: at.view, units });
  const cut = useCut(at.view, "y", (way) => (way === "x" ? width : length) / 2, units);
  const { along } = cut;
  const section = useSection(piece, along, cut.at);
  if (size.width === 0) return <div ref={area} className="h-full min-h-96" />;
  const bottom = at.y(0);
  const guide = bars.inHand ? (bars.live?.place.guide ?? null) : null;
  const picked = steel.bars.find((bar) => bar.key === chosen);
  const grid = steel.bars.filter((bar) => bar.of_grid);
  return (
    <div ref={area} className="relative h-full min-h-96 overflow-hidden">
      <svg width={size.width} height={size.height} className="absolute inset-0">
        <title>The steel from above and in section</title>
        <Hatches />
        <path d={pathData(at.view, measure.path)} fill="url(#concrete)" stroke="var(--ink)" strokeWidth="1.5" />
        <Openings at={at} features={measure.features} />
        <g stroke="var(--steel)" strokeWidth="1.5" strokeDasharray="9 3">
          {steel.mesh?.wires.map((wire) => (
            <line
              key={`${wire.x1} ${wire.y1} ${wire.x2} ${wire.y2}`}
              x1={at.x(wire.x1)}
              y1={at.y(wire.y1)}
              x2={at.x(wire.x2)}
              y2={at.y(wire.y2)}
            />
          ))}
        </g>
        {steel.bars.map((bar) => {
          const { line, key } = bar;
          const ends = { x1: at.x(line.x1), y1: at.y(line.y1), x2: at.x(line.x2), y2: at.y(line.y2) };
          return (
            // biome-ignore lint/a11y/useSemanticElements: a bar on a drawing cannot be a button of HTML
            <g
              key={key}
              role="button"
              tabIndex={0}
              aria-label={`Bar ${bar.why}, ${writeLength(bar.length.value, units, "tape")}`}
              aria-pressed={chosen === key}
              className={`steel-bar ${bar.moves ? (isLevel(bar) ? "cursor-ns-resize" : "cursor-ew-resize") : ""}`}
              onFocus={() => setChosen(key)}
              {...bars.grip(bar)}
            >
              <line {...ends} stroke="transparent" strokeWidth={GRIP_PX} />
              <line
                {...ends}
                stroke={chosen === key ? "var(--chalk)" : "var(--steel)"}
                strokeWidth={Math.max(4, steel.bar_mm * at.scale)}
                strokeLinecap="round"
                data-bar={key}
              />
            </g>
          );
        })}
        {guide !== null && picked && (
          <line
            {...(isLevel(picked)
              ? { x1: at.x(0), x2: at.x(length), y1: at.y(guide), y2: at.y(guide) }
              : { x1: at.x(guide), x2: at.x(guide), y1: at.y(0), y2: at.y(width) })}
            stroke="var(--crayon)"
            strokeWidth="1.5"
            strokeDasharray="3 4"
          />
        )}
        {steel.stack && <SectionLine view={at.view} along={along} at={cut.at} grip={cut.grip} />}
        <SteelSection
          steel={steel}
          section={section}
          cut={cut}
          run={along === "x" ? length : width}
          thickness={thickness}
          faceDown={mirrored}
          top={bottom + 70}
          area={size.width}
          most={at.scale * 2.4}
        />
      </svg>
      {steel.bars
        .filter((bar) => !bar.of_grid && bar.key !== chosen)
        .map((bar) => (
          <Tag
            key={bar.key}
            x={at.x((bar.line.x1 + bar.line.x2) / 2) + (isLevel(bar) ? at.scale * length * 0.28 : 0)}
            y={at.y((bar.line.y1 + bar.line.y2) / 2)}
          >
            {steel.bar_name.split(" (")[0]}, {writeLength(bar.length.value, units, "tape")}
          </Tag>
        ))}
      {picked?.moves && <Distances bar={picked} at={at} length={length} width={width} />}
      {picked && (
        <Tag x={size.width / 2} y={18} tone="now">
          {picked.why}, {writeLength(picked.length.value, units, "tape")}
        </Tag>
      )}
      <p className="absolute flex items-center gap-3 text-soft" style={{ left: 40, top: bottom + 14 }}>
        {steel.stack && (
          <button type="button" className="min-h-11 underline" onClick={cut.turn}>
            {along === "y" ? "Cut from left to right" : "Cut from front to back"}
          </button>
        )}
        {steel.stack
          ? `${along === "y" ? "front to back" : "left to right"}, ${mirrored ? "show face" : "underside"} below${grid.length ? `; a grid of ${grid.length} bars` : ""}`
          : steel.school === "fibre only"
            ? "Fibre in the mix, no steel."
            : "No steel."}
      </p>
    </div>
  );
}

type Bar = PiecePlan["steel"]["bars"][number];

/** How far a bar lies from the two sides that it runs along. */
function Distances({
  bar,
  at,
  length,
  width,
}: {
  bar: Bar;
  at: ReturnType<typeof frame>;
  length: number;
  width: number;
}) {
  const { units } = usePreferences();
  const place = placeOf(bar);
  const level = isLevel(bar);
  const run = level ? width : length;
  return (
    <>
      {[[0, place] as const, [place, run] as const].map(([low, high]) => {
        const middle = (low + high) / 2;
        const [x, y] = level ? [at.x(length * 0.12), at.y(middle)] : [at.x(middle), at.y(width * 0.12)];
        const ends = level
          ? { x1: at.x(length * 0.12), x2: at.x(length * 0.12), y1: at.y(low), y2: at.y(high) }
          : { x1: at.x(low), x2: at.x(high), y1: at.y(width * 0.12), y2: at.y(width * 0.12) };
        return (
          <span key={low}>
            <svg className="pointer-events-none absolute inset-0 h-full w-full" aria-hidden="true">
              <DimensionLine {...ends} />
            </svg>
            <Tag x={x} y={y}>
              {writeLength(high - low, units)}
            </Tag>
          </span>
        );
      })}
    </>
  );
}
