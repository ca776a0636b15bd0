import { client, take } from "@/api/client";
import { useMay } from "@/api/me";
import { type PourView, useSend } from "@/api/records";
import { FindingLines } from "@/parts/FindingLines";
import type { Units } from "@/units/length";
import { write } from "@/units/quantity";
import { clock } from "@/units/time";
import { FeelTest } from "../mix/FeelPanel";
import type { Asked } from "./AskOfPour";
import { EnoughLeft } from "./EnoughLeft";
import { Part } from "./Part";

/** What the next batch takes, large enough to be read from the mixer. */
function NextBatch({ plan, units }: { plan: PourView["plan"]; units: Units }) {
  const { mix } = plan;
  const { next } = mix;
  const names = new Map(plan.pieces.map((piece) => [piece.id, piece.name]));
  if (!next) return null;
  const bags = next.bags.value;
  const part = bags / mix.bags_per_batch;
  const one = mix.scratch ? "measure" : "bag";
  return (
    <section aria-label="The next batch" className="my-2 border-2 border-ink p-3 text-lg">
      <h3 className="font-bold">
        Batch {next.number} of {next.in_all}: {bags} {one}
        {bags === 1 ? "" : "s"} of {mix.bag_name}
      </h3>
      <p>
        {next.water
          ? `Water: ${write(next.water.value, "water", units)}, as the first batch took.`
          : `Water: start with ${write(next.water_start.value, "water", units)}, limit ${write(next.water_most.value, "water", units)}.`}
      </p>
      {mix.pieces.length > 1 && (
        <p>
          {mix.pieces
            .map((one) => `${names.get(one.piece)} ${write(one.share.value * part, "water", units)} each`)
            .join(", ")}
          .
        </p>
      )}
      {mix.doses.map((dose, index) => {
        const amount = next.doses[index];
        return (
          amount && (
            <p key={dose.index}>
              {dose.name}: {write(amount.value, "g", units)}
            </p>
          )
        );
      })}
      <details>
        <summary className="flex min-h-11 cursor-pointer items-center underline">Check the consistency</summary>
        <FeelTest mix={mix} />
      </details>
    </section>
  );
}

/** What was mixed, batch by batch, and what is to go. */
export function Batches({ view, units, onAsk }: { view: PourView; units: Units; onAsk: (asked: Asked) => void }) {
  const { pour, plan } = view;
  const send = useSend();
  const takesBack = useMay()("POST /api/pours/{pour_id}/batches/{batch_id}/undo");
  const mixed = plan.mix.mixed;
  const found = plan.findings.filter((one) => one.station === "mix" && one.finding.severity !== "hint");
  return (
    <Part title="Batches">
      {found.length > 0 && (
        <div className="my-3">
          <FindingLines findings={found.map((one) => one.finding)} />
        </div>
      )}
      <ol className="border-t-2 border-ink">
        {pour.batches.map((batch) => (
          <li
            key={batch.id}
            className="line [--columns:1.5rem_3.5rem_1fr_1fr] items-center gap-x-3 border-b sm:[--columns:2rem_4rem_1fr_1fr_1.4fr_auto] border-line"
          >
            <span className="figure text-lg">{batch.number}</span>
            <span className="figure text-lg">{clock(batch.at, plan.cure.zone)}</span>
            <span>{write(batch.bags, "bags", units)}</span>
            <span>{write(batch.water_l, "water", units)}</span>
            <span className="text-soft max-sm:col-start-4 max-sm:row-start-2">
              {write(batch.water_l / batch.bags, "water", units)} a bag
            </span>
            {takesBack && (
              <button
                type="button"
                aria-label={`Undo batch ${batch.number}`}
                className="underline max-sm:col-start-3 max-sm:justify-self-start"
                onClick={() =>
                  void send(() =>
                    take(
                      client.POST("/api/pours/{pour_id}/batches/{batch_id}/undo", {
                        params: { path: { pour_id: pour.id, batch_id: batch.id } },
                      }),
                    ),
                  )
                }
              >
                Undo
              </button>
            )}
          </li>
        ))}
      </ol>
      {pour.batches.length === 0 && <p className="py-2 text-soft">No batch logged.</p>}
      {mixed && (
        <p className="py-2">
          {write(mixed.bags_used.value, "bags", units)} mixed,{" "}
          {mixed.bags_to_go.value > 0
            ? `${write(mixed.bags_to_go.value, "bags", units)} still to mix`
            : "enough for the forms"}
        </p>
      )}
      <NextBatch plan={plan} units={units} />
      <div className="mt-1 flex flex-wrap gap-3">
        <button type="button" className="button" onClick={() => onAsk("batch")}>
          Log a batch
        </button>
        {pour.batches.length > 0 && (
          <button type="button" className="button" onClick={() => onAsk("left over")}>
            Log concrete left over
          </button>
        )}
      </div>
      <EnoughLeft view={view} units={units} />
    </Part>
  );
}
