import type { PiecePlan } from "@/api/client";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { StressStrip } from "./StressStrip";

const WIDTH = 520;
const STRIP_PX = 60;

/** A piece on its supports from the side, with the load where it is worst, and what bends it there. */
export function Elevation({ placed, run }: { placed: NonNullable<PiecePlan["handling"]["placed"]>; run: number }) {
  const { units } = usePreferences();
  const low = placed.lift.places[0]?.at_mm ?? 0;
  const x = (mm: number) => 30 + (mm / run) * (WIDTH - 60);
  return (
    <div className="mt-2">
      <svg
        width={WIDTH}
        height={132}
        className="h-auto max-w-full"
        viewBox={`0 0 ${WIDTH} 132`}
        role="img"
        aria-label="It on its supports, with the load"
      >
        <path d={`M${x(placed.load_at_mm)} 6v32m-7 -11l7 11l7 -11`} stroke="var(--chalk)" strokeWidth="3" fill="none" />
        <rect
          x={x(0)}
          y={40}
          width={WIDTH - 60}
          height={16}
          fill="var(--concrete)"
          stroke="var(--ink)"
          strokeWidth="1.5"
        />
        <line
          x1={x(placed.lift.at_mm - low)}
          x2={x(placed.lift.at_mm - low)}
          y1={36}
          y2={60}
          stroke="var(--ink)"
          strokeWidth="4"
        />
        {placed.supports_mm.map((at, index) => (
          <g key={at}>
            <path d={`M${x(at)} 57l-10 18h20z`} fill="var(--board)" stroke="var(--ink)" />
            <text x={x(at)} y={index % 2 ? 118 : 96} textAnchor="middle" className="figure text-base" fill="var(--ink)">
              {write(placed.carried[index]?.value ?? 0, "kg", units)}
            </text>
          </g>
        ))}
      </svg>
      <div className="px-[5.8%]">
        <StressStrip lift={placed.lift} low={low} high={low + run} width={WIDTH - 60} height={STRIP_PX} />
      </div>
    </div>
  );
}
