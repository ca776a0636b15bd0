import type { Plan } from "@/api/client";
import { FigureButton } from "@/parts/Why";
import { countTo } from "./countTo";

const MOST_DRAWN = 12;
const [WIDTH, HEIGHT, RIM] = [72, 76, 6];

/** The batches, each in its container at its true level under the working fill. */
export function BatchRow({ mix }: { mix: Plan["mix"] }) {
  const count = mix.batches.value;
  const brim = mix.working_fill.inputs?.container_l?.value ?? mix.working_fill.value;
  const last = mix.last?.bags.value ?? mix.bags_per_batch;
  const over = mix.batch_volume.value > mix.working_fill.value + 1e-6;
  return (
    <section aria-label="Batches">
      <h2 className="text-lg font-bold">
        <FigureButton figure={mix.batches} /> of {mix.bags_per_batch} {mix.bags_per_batch === 1 ? "bag" : "bags"} in the{" "}
        {mix.container_name.toLowerCase()}
        {mix.last && (
          <>
            , the last of <FigureButton figure={mix.last.bags} />
          </>
        )}
      </h2>
      <p>
        It mixes up to <FigureButton figure={mix.working_fill} />, {mix.bags_that_fit.value}{" "}
        {mix.bags_that_fit.value === 1 ? "bag" : "bags"}.
      </p>
      <ul className="mt-3 flex flex-wrap gap-3" aria-hidden="true">
        {countTo(Math.min(count, MOST_DRAWN)).map((number) => {
          const share = number === count ? last / mix.bags_per_batch : 1;
          return (
            <li key={number}>
              <Tub
                fill={(mix.batch_volume.value * share) / brim}
                mark={mix.working_fill.value / brim}
                over={over}
                number={number}
              />
            </li>
          );
        })}
        {count > MOST_DRAWN && <li className="figure self-center text-xl">+ {count - MOST_DRAWN}</li>}
      </ul>
    </section>
  );
}

function Tub({ fill, mark, over, number }: { fill: number; mark: number; over: boolean; number: number }) {
  const inner = HEIGHT - RIM;
  const level = RIM + inner * (1 - Math.min(1, fill));
  const line = RIM + inner * (1 - mark);
  const half = (y: number) => WIDTH / 2 - 4 - ((y - RIM) / inner) * 9;
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT + 4}`} className="h-24 w-22" aria-hidden="true">
      <path
        d={`M${WIDTH / 2 - half(level)} ${level}H${WIDTH / 2 + half(level)}L${WIDTH / 2 + half(HEIGHT)} ${HEIGHT}H${WIDTH / 2 - half(HEIGHT)}Z`}
        fill="var(--concrete)"
      />
      <path
        d={`M${WIDTH / 2 - half(RIM)} ${RIM}L${WIDTH / 2 - half(HEIGHT)} ${HEIGHT}H${WIDTH / 2 + half(HEIGHT)}L${WIDTH / 2 + half(RIM)} ${RIM}`}
        fill="none"
        stroke={over ? "var(--stop)" : "var(--ink)"}
        strokeWidth="2.5"
      />
      <line
        x1={WIDTH / 2 - half(line)}
        x2={WIDTH / 2 + half(line)}
        y1={line}
        y2={line}
        stroke={over ? "var(--stop)" : "var(--chalk)"}
        strokeWidth="2"
        strokeDasharray="4 3"
      />
      <text x={WIDTH / 2} y={HEIGHT - 10} textAnchor="middle" fontSize="20" fontWeight="700" fill="var(--ink)">
        {number}
      </text>
    </svg>
  );
}
