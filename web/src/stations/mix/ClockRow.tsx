import type { Plan } from "@/api/client";
import { useSize } from "@/drawing/useSize";
import { FigureButton } from "@/parts/Why";
import { write } from "@/units/quantity";
import { countTo } from "./countTo";

const ROW = 26;
const MOST_DRAWN = 10;

/** The batches against the clock: mixing and placing of each, and when the first one stiffens. */
export function ClockRow({ mix, people }: { mix: Plan["mix"]; people: number }) {
  const [area, size] = useSize<HTMLDivElement>();
  const { working, mixing, placing, whole, meeting, last_start } = mix.clock;
  const count = Math.min(mix.batches.value, MOST_DRAWN);
  const [a, b] = [mixing.value, placing.value];
  const { last_mixing_min, last_placing_min } = whole.inputs ?? {};
  const mixes = (number: number) => (number === mix.batches.value ? (last_mixing_min?.value ?? a) : a);
  const places = (number: number) => (number === mix.batches.value ? (last_placing_min?.value ?? b) : b);
  const begins = (number: number) => (number - 1) * (people < 2 ? a + b : Math.max(a, b));
  const end = Math.max(working.value, begins(count) + mixes(count) + places(count)) * 1.08;
  const x = (minutes: number) => (minutes / end) * size.width;
  const late = meeting.value > working.value + 1e-6;
  return (
    <section aria-label="Against the clock">
      <h2 className="text-lg font-bold">
        {write(working.value, "min", "mm")} working time; <FigureButton figure={whole} /> for all batches
      </h2>
      <p>
        A batch takes <FigureButton figure={mixing} /> to mix and <FigureButton figure={placing} /> to place.{" "}
        {people < 2 ? "One person does both in turn." : "One mixes, another places."} The batches of one casting take{" "}
        <FigureButton figure={meeting} />; start the last of them within <FigureButton figure={last_start} /> of the
        first.
      </p>
      <div ref={area} className="relative mt-2" style={{ height: count * ROW + 34 }}>
        {size.width > 0 && (
          <svg width={size.width} height={count * ROW + 34} aria-hidden="true">
            {countTo(count).map((number) => (
              <g key={number}>
                <rect
                  x={x(begins(number))}
                  y={(number - 1) * ROW + 3}
                  width={x(mixes(number))}
                  height={ROW - 8}
                  fill="var(--water)"
                  stroke="var(--ink)"
                />
                <rect
                  x={x(begins(number) + mixes(number))}
                  y={(number - 1) * ROW + 3}
                  width={x(places(number))}
                  height={ROW - 8}
                  fill="var(--concrete)"
                  stroke="var(--ink)"
                />
              </g>
            ))}
            <line
              x1={x(working.value)}
              x2={x(working.value)}
              y1={0}
              y2={count * ROW + 8}
              stroke={late ? "var(--stop)" : "var(--chalk)"}
              strokeWidth="3"
              strokeDasharray="6 4"
            />
            <text
              x={Math.min(x(working.value), size.width - 4)}
              y={count * ROW + 27}
              textAnchor="end"
              fontSize="16"
              fill="var(--ink)"
            >
              the first one stiffens
            </text>
          </svg>
        )}
      </div>
    </section>
  );
}
