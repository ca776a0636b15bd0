import { useState } from "react";
import type { Plan } from "@/api/client";
import { useSize } from "@/drawing/useSize";
import { FigureButton } from "@/parts/Why";
import type { Units } from "@/units/length";
import { write } from "@/units/quantity";

type Mix = Plan["mix"];

const HEIGHT = 190;
const [LEFT, RIGHT, TOP, BOTTOM] = [64, 96, 12, 30];
const THUMB_PX = 8; // half of the knob: it ends where the curve does
const [LEAST, MOST] = [40, 180];

interface Props {
  mix: Mix;
  units: Units;
  onPreview: (litres: number) => void;
  onKeep: (litres: number) => void;
}

/** What more water does: strength falls and shrinkage grows; the water is moved along the curve. */
export function WaterCurve({ mix, units, onPreview, onKeep }: Props) {
  const [area, size] = useSize<HTMLDivElement>();
  const { curve } = mix.wetness;
  const [first, last] = [curve[0], curve.at(-1)];
  const [moving, setMoving] = useState<number | null>(null);
  if (!first || !last) return null;
  const water = moving ?? mix.water_planned_l;
  const x = (litres: number) =>
    LEFT + ((litres - first.water_l) / (last.water_l - first.water_l)) * Math.max(0, size.width - LEFT - RIGHT);
  const y = (percent: number) => TOP + (1 - (percent - LEAST) / (MOST - LEAST)) * (HEIGHT - TOP - BOTTOM);
  const line = (of: "strength_percent" | "shrinkage_percent") =>
    curve.map((at, index) => `${index ? "L" : "M"}${x(at.water_l)} ${y(Math.min(MOST, at[of]))}`).join("");
  const { ratio, strength_left, shrinkage, of_dry } = mix.wetness;
  return (
    <section aria-label="What more water does">
      <h2 className="text-lg font-bold">What more water does</h2>
      <p>
        {write(water, "water", units)} a bag: <FigureButton figure={of_dry} /> of the dry mix
        {ratio && (
          <>
            , <FigureButton figure={ratio} text={ratio.value.toFixed(2)} /> w/c
          </>
        )}
        . Strength <FigureButton figure={strength_left} /> , shrinkage <FigureButton figure={shrinkage} /> of the bag’s
        usual.
      </p>
      <div ref={area} className="relative mt-2" style={{ height: HEIGHT }}>
        {size.width > 0 && (
          <svg width={size.width} height={HEIGHT} role="img" aria-label="Strength and shrinkage by the water of a bag">
            <rect
              x={x(mix.water_least_l)}
              y={TOP}
              width={Math.max(0, x(mix.water_most_l) - x(mix.water_least_l))}
              height={HEIGHT - TOP - BOTTOM}
              fill="var(--water)"
              opacity="0.28"
            />
            <line x1={LEFT} x2={size.width - RIGHT} y1={y(100)} y2={y(100)} stroke="var(--line)" />
            <path d={line("strength_percent")} fill="none" stroke="var(--ink)" strokeWidth="3" />
            <path
              d={line("shrinkage_percent")}
              fill="none"
              stroke="var(--stop)"
              strokeWidth="3"
              strokeDasharray="7 5"
            />
            <line x1={x(water)} x2={x(water)} y1={TOP} y2={HEIGHT - BOTTOM} stroke="var(--chalk)" strokeWidth="3" />
            <text x={LEFT - 8} y={y(100) + 6} textAnchor="end" fontSize="16" fill="var(--ink)">
              100 %
            </text>
            <text x={size.width - RIGHT + 8} y={y(last.strength_percent) + 5} fontSize="16" fill="var(--ink)">
              strength
            </text>
            <text
              x={size.width - RIGHT + 8}
              y={y(Math.min(MOST, last.shrinkage_percent)) + 5}
              fontSize="16"
              fill="var(--stop)"
            >
              shrinkage
            </text>
            <text
              x={(x(mix.water_least_l) + x(mix.water_most_l)) / 2}
              y={HEIGHT - 8}
              textAnchor="middle"
              fontSize="16"
              fill="var(--ink)"
            >
              as the bag says
            </text>
          </svg>
        )}
      </div>
      <input
        type="range"
        aria-label="Water per bag, along the curve"
        aria-valuetext={write(water, "water", units)}
        className="h-11 accent-[var(--chalk)]"
        style={{ marginLeft: LEFT - THUMB_PX, width: `calc(100% - ${LEFT + RIGHT - 2 * THUMB_PX}px)` }}
        min={first.water_l}
        max={last.water_l}
        step={(last.water_l - first.water_l) / 60}
        value={Math.min(Math.max(water, first.water_l), last.water_l)}
        onChange={(event) => {
          const litres = Number(event.target.value);
          setMoving(litres);
          onPreview(litres);
        }}
        onPointerUp={() => keep()}
        onKeyUp={() => keep()}
        onBlur={() => keep()}
      />
    </section>
  );

  function keep() {
    if (moving === null) return;
    onKeep(Math.round(moving * 100) / 100);
    setMoving(null);
  }
}
