import type { Plan } from "@/api/client";
import type { Units } from "@/units/length";
import { write, writeBatchWater } from "@/units/quantity";

/** Water for one bag: where to start, the range printed on the bag, and what is planned. */
export function WaterGauge({ mix, units }: { mix: Plan["mix"]; units: Units }) {
  const end = Math.max(mix.water_most_l, mix.water_planned_l) * 1.2;
  const at = (litres: number) => `${(litres / end) * 100}%`;
  const over = mix.water_planned_l > mix.water_most_l + 1e-6;
  const perBatch = `a batch of ${mix.bags_per_batch} ${mix.bags_per_batch === 1 ? "bag" : "bags"}`;
  return (
    <section aria-label="Water">
      <h2 className="text-lg font-bold">
        Start each bag with {write(mix.water_start.value, "water", units)}, add a cup at a time up to{" "}
        {write(mix.water_most_l, "water", units)}
      </h2>
      <p>
        For {perBatch}: start with {writeBatchWater(mix.bags_per_batch, mix.water_start.value, units)}, limit{" "}
        {writeBatchWater(mix.bags_per_batch, mix.water_most_l, units)}.
      </p>
      <div className="relative mt-9 mb-8 h-7 border-2 border-ink" aria-hidden="true">
        <div
          className="absolute inset-y-0 left-0"
          style={{ width: at(mix.water_start.value), background: "var(--water)" }}
        />
        <div
          className="absolute inset-y-0 border-x-2 border-ink"
          style={{
            left: at(mix.water_least_l),
            width: at(mix.water_most_l - mix.water_least_l),
            background: "repeating-linear-gradient(45deg, var(--water) 0 4px, transparent 4px 9px)",
          }}
        />
        <Tick at={at(mix.water_start.value)} text="start" above />
        <Tick at={at(mix.water_most_l)} text="bag limit" above />
        <Tick at={at(mix.water_planned_l)} text={over ? "planned: over the limit" : "planned"} wrong={over} />
      </div>
    </section>
  );
}

function Tick({
  at,
  text,
  above = false,
  wrong = false,
}: {
  at: string;
  text: string;
  above?: boolean;
  wrong?: boolean;
}) {
  return (
    <span
      className={`absolute -translate-x-1/2 whitespace-nowrap ${above ? "bottom-full mb-1" : "top-full mt-1"} ${wrong ? "font-bold text-stop" : ""}`}
      style={{ left: at }}
    >
      {text}
      <span
        className={`absolute left-1/2 h-9 w-0.5 ${above ? "top-full" : "bottom-full"} ${wrong ? "bg-stop" : "bg-ink"}`}
      />
    </span>
  );
}
