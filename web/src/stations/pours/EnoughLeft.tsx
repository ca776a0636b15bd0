import { useState } from "react";
import { client, type Schemas, take } from "@/api/client";
import type { PourView } from "@/api/records";
import { Select } from "@/parts/Choice";
import { LengthField, type TypedLength } from "@/parts/LengthField";
import type { Units } from "@/units/length";
import { write } from "@/units/quantity";

const PLACES = ["one end", "the middle", "the other end"] as const;

/** Whether it is enough, before the last bag is opened: the gap under the screed at three places says so. */
export function EnoughLeft({ view, units }: { view: PourView; units: Units }) {
  const { pieces } = view.plan;
  const [piece, setPiece] = useState(pieces[0]?.id ?? "");
  const [gaps, setGaps] = useState<readonly (TypedLength | null)[]>([null, null, null]);
  const [told, setTold] = useState<Schemas["Enough"] | null>(null);
  const jobId = view.pour.job_id;

  async function ask(at: number, typed: TypedLength) {
    const next = gaps.map((gap, index) => (index === at ? typed : gap));
    const known = next.filter((gap) => gap !== null);
    setTold(
      await take(
        client.POST("/api/jobs/{job_id}/enough", {
          params: { path: { job_id: jobId } },
          body: { piece, gaps: known, used_bags: view.plan.mix.mixed?.bags_used.value ?? 0 },
        }),
      ),
    );
    setGaps(next);
  }

  return (
    <details className="mt-3 border-y border-line">
      <summary className="flex min-h-11 cursor-pointer items-center underline">Enough left?</summary>
      <p className="text-soft">Lay the screed across and measure down to the concrete at three places.</p>
      {pieces.length > 1 && (
        <Select
          label="Casting of"
          value={piece}
          choices={pieces.map((one) => ({ value: one.id, text: one.name }))}
          onChoose={(id) => {
            setPiece(id);
            setTold(null);
          }}
        />
      )}
      {PLACES.map((place, at) => (
        <LengthField
          key={place}
          label={`Gap at ${place}`}
          length={{ mm: 0, typed: gaps[at]?.typed ?? null }}
          onKeep={(typed) => ask(at, typed)}
        />
      ))}
      {told && (
        <p className="py-2 text-lg font-bold" aria-live="polite">
          Still needs {write(told.wanted.value, "l", units)}: {write(told.bags.value, "bags", units)}.{" "}
          {write(told.closed.value, "bags", units)} unopened,{" "}
          {told.spare.value < 0
            ? `${write(-told.spare.value, "bags", units)} short. Stop at a level that can wait and fetch the rest now.`
            : `${write(told.spare.value, "bags", units)} to spare.`}
        </p>
      )}
    </details>
  );
}
