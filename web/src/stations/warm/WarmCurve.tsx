import { useSize } from "@/drawing/useSize";
import { FigureButton } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import type { WarmResult } from "./WarmStation";

const EDGE = { left: 64, right: 60, top: 16, bottom: 34 };
const HEIGHT = 260;
const STEP_C = 5;
const WIDE_STEP_C = 10;
const MOST_LEVELS = 9;
const SHORT_H = 12;

/** Mat and face, hour by hour after it is switched on cold. */
export function WarmCurve({ seat }: { seat: WarmResult }) {
  const { units } = usePreferences();
  const [area, size] = useSize<HTMLDivElement>();
  const last = seat.course.at(-1)?.h ?? 1;
  const hottest = Math.max(...seat.course.map((one) => one.mat_c), seat.held_c ?? seat.air_c);
  const step = (hottest - seat.air_c) / STEP_C > MOST_LEVELS ? WIDE_STEP_C : STEP_C;
  const low = Math.floor((seat.air_c - 1) / step) * step;
  const high = Math.ceil((hottest + 1) / step) * step;
  const foot = HEIGHT - EDGE.bottom;
  const right = Math.max(EDGE.left + 1, size.width - EDGE.right);
  const x = (hour: number) => EDGE.left + (hour / last) * (right - EDGE.left);
  const y = (celsius: number) => EDGE.top + ((high - celsius) / (high - low)) * (foot - EDGE.top);
  const line = (of: "mat_c" | "face_c") => seat.course.map((one) => `${x(one.h)},${y(one[of])}`).join(" ");
  const levels = Array.from({ length: Math.round((high - low) / step) + 1 }, (_, index) => low + index * step);
  const hours = last > SHORT_H ? [0, 6, 12, 18, 24] : [0, 2, 4, 6, 8, 10, 12];
  const end = seat.course.at(-1);
  return (
    <figure aria-label="Warming up">
      <h2 className="text-lg font-bold">Switched on cold</h2>
      <div ref={area} className="relative" style={{ height: HEIGHT }}>
        <svg width={size.width} height={HEIGHT} role="img" aria-label="How warm mat and face are, by the hour">
          {levels.map((level) => (
            <path key={level} d={`M${EDGE.left} ${y(level)}H${right}`} stroke="var(--line)" />
          ))}
          {seat.held_c !== null && (
            <path
              data-held
              d={`M${EDGE.left} ${y(seat.held_c)}H${right}`}
              stroke="var(--stop)"
              strokeWidth="1.5"
              strokeDasharray="6 4"
            />
          )}
          {seat.warm_in && (
            <path
              data-warm
              d={`M${x(seat.warm_in.value)} ${EDGE.top}V${foot}`}
              stroke="var(--ink)"
              strokeDasharray="3 4"
            />
          )}
          <polyline
            data-course="mat"
            points={line("mat_c")}
            fill="none"
            stroke="var(--chalk)"
            strokeWidth="2"
            strokeDasharray="8 4"
          />
          <polyline data-course="face" points={line("face_c")} fill="none" stroke="var(--ink)" strokeWidth="2.5" />
          <path d={`M${EDGE.left} ${EDGE.top}V${foot}H${right}`} fill="none" stroke="var(--ink)" strokeWidth="1.5" />
        </svg>
        {levels.map((level) => (
          <span key={level} className="figure absolute -translate-y-1/2" style={{ left: 0, top: y(level) }}>
            {write(level, "C", units)}
          </span>
        ))}
        {hours.map((hour) => (
          <span key={hour} className="figure absolute -translate-x-1/2" style={{ left: x(hour), top: foot + 6 }}>
            {hour === 0 ? "on" : `${hour} h`}
          </span>
        ))}
        {end &&
          apart(y(end.mat_c), y(end.face_c)).map((top, at) => (
            <span key={at ? "face" : "mat"} className="absolute -translate-y-1/2" style={{ left: right + 6, top }}>
              {at ? "face" : "mat"}
            </span>
          ))}
      </div>
      <figcaption className="text-soft">
        In air of {write(seat.air_c, "C", units)}.{" "}
        {seat.warm_in ? (
          <>
            Warm after <FigureButton figure={seat.warm_in} />, nine tenths of its rise.
          </>
        ) : (
          "Not warm in a day."
        )}
        {seat.held_c !== null && " Dashes: where the thermostat holds the mat."}
      </figcaption>
    </figure>
  );
}

const ROOM_PX = 20;

/** Two labels moved so far apart that both can be read. */
function apart(upper: number, lower: number): [number, number] {
  const short = Math.max(0, ROOM_PX - (lower - upper)) / 2;
  return [upper - short, lower + short];
}
