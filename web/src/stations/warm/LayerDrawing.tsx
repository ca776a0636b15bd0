import { Hatches } from "@/drawing/Hatches";
import { useSize } from "@/drawing/useSize";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import type { WarmResult } from "./WarmStation";

const HIGH = 240;
const LEFT = 104;
const LEAST_PX = 5;
const LABEL_PX = 22;
const BLOCK = 0.42;
const EDGE_PX = 60;
const STEP_C = 5;
const FILLS = { concrete: "url(#concrete)", mat: "var(--chalk)", foam: "url(#foam)" } as const;

/** A cut through the piece, from its face down, and how warm it stays at each depth. */
export function LayerDrawing({ seat }: { seat: WarmResult }) {
  const { units } = usePreferences();
  const [area, size] = useSize<HTMLDivElement>();
  const deep = seat.layers.at(-1)?.to_mm ?? 1;
  const y = (mm: number) => 8 + (mm / deep) * (HIGH - 16);
  const from = LEFT + (size.width - LEFT) * BLOCK;
  const right = Math.max(from + 1, size.width - EDGE_PX);
  const temps = seat.layers.flatMap((one) => [one.upper_c, one.lower_c]);
  const low = Math.floor((Math.min(...temps, seat.air_c) - 1) / STEP_C) * STEP_C;
  const high = Math.ceil((Math.max(...temps) + 1) / STEP_C) * STEP_C;
  const x = (celsius: number) => from + 24 + ((celsius - low) / (high - low)) * (right - from - 24);
  const course = seat.layers.flatMap((one) => [
    `${x(one.upper_c)},${y(one.from_mm)}`,
    `${x(one.lower_c)},${y(one.to_mm)}`,
  ]);
  const said = seat.layers.filter((one) => one.made !== "mat" && y(one.to_mm) - y(one.from_mm) >= LABEL_PX);
  const shown = seat.layers.filter((one, at) => at === 0 || one.made === "mat" || at === seat.layers.length - 1);
  return (
    <figure aria-label="Through the thickness">
      <h2 className="text-lg font-bold">Through the thickness, in the end</h2>
      <div ref={area} className="relative" style={{ height: HIGH }}>
        <svg
          width={size.width}
          height={HIGH}
          role="img"
          aria-label="Layers from the face down, and how warm each stays"
        >
          <Hatches />
          {seat.layers.map((one) => (
            <rect
              key={one.from_mm}
              data-layer={one.made}
              x={LEFT}
              y={y(one.from_mm)}
              width={Math.max(0, from - LEFT)}
              height={Math.max(one.made === "mat" ? LEAST_PX : 0, y(one.to_mm) - y(one.from_mm))}
              fill={FILLS[one.made]}
              stroke="var(--ink)"
              strokeWidth="1"
            />
          ))}
          <path d={`M${x(seat.air_c)} 8V${HIGH - 8}`} stroke="var(--line)" strokeWidth="2" />
          <polyline data-profile points={course.join(" ")} fill="none" stroke="var(--ink)" strokeWidth="2.5" />
        </svg>
        {said.map((one) => (
          <span
            key={one.from_mm}
            className="figure absolute -translate-y-1/2"
            style={{ left: 0, top: (y(one.from_mm) + y(one.to_mm)) / 2 }}
          >
            {one.made === "foam" ? "foam " : ""}
            {write(one.to_mm - one.from_mm, "tape", units)}
          </span>
        ))}
        {shown.map((one) => {
          const isLast = one.made !== "mat" && one.from_mm > 0;
          const celsius = isLast ? one.lower_c : one.upper_c;
          return (
            <span
              key={one.from_mm}
              className="figure absolute -translate-y-1/2"
              style={{
                left: x(celsius) + 10,
                top: y(isLast ? one.to_mm : one.from_mm) + (isLast ? -10 : one.made === "mat" ? 0 : 10),
              }}
            >
              {write(celsius, "C", units)}
            </span>
          );
        })}
      </div>
      <figcaption className="text-soft">
        The face on top, as it stands. The pale line is the air, {write(seat.air_c, "C", units)}.
      </figcaption>
    </figure>
  );
}
