import type { PiecePlan } from "@/api/client";
import { type Frame, frame } from "@/drawing/extent";
import { Hatches } from "@/drawing/Hatches";
import { Openings } from "@/drawing/Openings";
import { pathData } from "@/drawing/path";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";

const MARGINS = { left: 40, right: 40, top: 30, bottom: 10 };
const SECTION_PX = 190;
const SECTION_SCALE = 2.4;

interface Props {
  planned: PiecePlan;
  length: number;
  width: number;
  thickness: number;
  mirrored: boolean;
}

/** The steel from above, and cut across through its first bar, larger than the plan. */
export function SteelDrawing({ planned, length, width, thickness, mirrored }: Props) {
  const { units } = usePreferences();
  const [area, size] = useSize<HTMLDivElement>();
  const { steel, measure } = planned;
  if (size.width === 0) return <div ref={area} className="h-full min-h-96" />;
  const extent = { x0: 0, y0: 0, x1: length, y1: width };
  const at = frame(extent, { width: size.width, height: size.height - SECTION_PX }, MARGINS, mirrored);
  const bottom = at.y(0);
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
        <g stroke="var(--steel)" strokeWidth={Math.max(4, steel.bar_mm * at.scale)} strokeLinecap="round">
          {steel.bars.map(({ key, line }) => (
            <line
              key={key}
              x1={at.x(line.x1)}
              y1={at.y(line.y1)}
              x2={at.x(line.x2)}
              y2={at.y(line.y2)}
              data-bar={key}
            />
          ))}
        </g>
        <Section at={at} steel={steel} width={width} thickness={thickness} top={bottom + 66} area={size.width} />
      </svg>
      {steel.bars.map((bar) => (
        <Tag
          key={bar.key}
          x={at.x((bar.line.x1 + bar.line.x2) / 2) + (bar.line.x1 === bar.line.x2 ? 0 : at.scale * length * 0.28)}
          y={at.y((bar.line.y1 + bar.line.y2) / 2)}
        >
          {steel.bar_name.split(" (")[0]}, {writeLength(bar.length.value, units)}
        </Tag>
      ))}
      <p className="absolute text-soft" style={{ left: 40, top: bottom + 22 }}>
        {steel.stack
          ? `front to back, show face ${mirrored ? "below" : "above"}`
          : steel.school === "fibre only"
            ? "Fibre in the mix, no steel."
            : "No steel."}
      </p>
    </div>
  );
}

interface SectionProps {
  at: Frame;
  steel: PiecePlan["steel"];
  width: number;
  thickness: number;
  top: number;
  area: number;
}

/** Across the piece, from front to back: mesh wires and bars as round as they are, at their true height. */
function Section({ steel, width, thickness, top, area, at }: SectionProps) {
  const { units } = usePreferences();
  const scale = Math.min(at.scale * SECTION_SCALE, (area - 220) / width, 70 / thickness);
  const left = 40;
  const y = (up: number) => top + (thickness - up) * scale;
  const stack = steel.stack;
  if (!stack) return null;
  const [lower, upper, bar] = [stack.layers[0] ?? 0, stack.layers[1] ?? 0, stack.layers[2] ?? 0];
  const floor = stack.cover_show.value;
  const level = steel.mesh?.wires.filter((wire) => wire.y1 === wire.y2) ?? [];
  const places = [...new Set(level.map((wire) => wire.y1))];
  return (
    <g>
      <rect
        x={left}
        y={top}
        width={width * scale}
        height={thickness * scale}
        fill="url(#concrete)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      <line
        x1={left + (steel.mesh?.y_mm ?? 0) * scale}
        x2={left + (width - (steel.mesh?.y_mm ?? 0)) * scale}
        y1={y(floor + lower / 2)}
        y2={y(floor + lower / 2)}
        stroke="var(--steel)"
        strokeWidth={Math.max(2, lower * scale)}
      />
      {places.map((place) => (
        <circle
          key={place}
          cx={left + place * scale}
          cy={y(floor + lower + upper / 2)}
          r={Math.max(2, (upper * scale) / 2)}
          fill="var(--steel)"
        />
      ))}
      {steel.bars
        .filter((one) => one.line.y1 === one.line.y2)
        .map((one) => (
          <circle
            key={one.key}
            cx={left + one.line.y1 * scale}
            cy={y(floor + lower + upper + bar / 2)}
            r={Math.max(3.5, (bar * scale) / 2)}
            fill="var(--steel)"
            stroke="var(--ink)"
          />
        ))}
      <line x1={left} x2={left + width * scale} y1={y(0)} y2={y(0)} stroke="var(--ink)" strokeWidth="4" />
      <g stroke="var(--chalk)" strokeWidth="1.5">
        <path
          d={`M${left + width * scale + 14} ${y(0)}V${y(floor)}M${left + width * scale + 8} ${y(0)}h12M${left + width * scale + 8} ${y(floor)}h12`}
        />
      </g>
      <text x={left + width * scale + 28} y={y(floor / 2) + 6} className="figure text-base" fill="var(--chalk)">
        {writeLength(floor, units)} cover
      </text>
    </g>
  );
}
