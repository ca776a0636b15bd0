import { useState } from "react";
import { Refused } from "@/api/client";
import type { BatchNow } from "@/run/types";
import type { Run } from "@/run/useRun";
import { usePreferences } from "@/units/preferences";
import { write, writeBatchWater } from "@/units/quantity";
import { useBench } from "./useBench";

/** What goes into a batch: bags, the first water, and doses, which a scale on the bench checks. */
export function IntoTheTub({ run, batch }: { run: Run; batch: BatchNow }) {
  const { units } = usePreferences();
  return (
    <div className="space-y-1">
      <div className="flex flex-wrap items-baseline gap-x-6 gap-y-1">
        <p className="figure text-4xl">{write(batch.bags, run.sheet.bags.counts, units)}</p>
        <p>
          <span className="figure text-4xl">{writeBatchWater(batch.bags, batch.water_l / batch.bags, units)}</span>{" "}
          <span className="text-lg">water first</span>
        </p>
      </div>
      {run.sheet.bags.doses.map((dose) => (
        <Dose key={dose.name} run={run} name={dose.name} grams={dose.grams * batch.bags} />
      ))}
    </div>
  );
}

/** Beyond that it is said to be off. */
const NEAR = 0.03;

function Dose({ run, name, grams }: { run: Run; name: string; grams: number }) {
  const { units } = usePreferences();
  const bench = useBench(run);
  const [told, setTold] = useState<number | string | null>(null);
  async function weigh() {
    try {
      setTold(await bench.grams(grams));
    } catch (caught) {
      if (!(caught instanceof Refused)) throw caught;
      setTold(caught.status === 0 ? "No network, so no scale." : caught.message);
    }
  }
  const off = typeof told === "number" && Math.abs(told - grams) > NEAR * grams;
  return (
    <div className="flex flex-wrap items-center gap-x-4 text-lg">
      <p>
        <span className="figure text-2xl">{write(grams, "g", units)}</span> {name}
      </p>
      {bench.scale && (
        <button type="button" className="button" aria-label={`Weigh: ${name}`} onClick={() => void weigh()}>
          Weigh
        </button>
      )}
      {told !== null && (
        <p role="status" className={off ? "font-bold" : "text-soft"}>
          {typeof told === "string" ? told : `${write(told, "g", units)} on the scale${off ? ": off" : ""}`}
        </p>
      )}
    </div>
  );
}
