import { useQuery } from "@tanstack/react-query";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { shopQuery } from "@/api/queries";
import { DocField } from "@/parts/DocField";
import { Findings } from "@/parts/Findings";
import { specOf } from "@/parts/specs";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write, writeHours } from "@/units/quantity";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { findingsOf, useApply } from "../job/station";
import { Calendar } from "./Calendar";
import { PourTime } from "./PourTime";
import { ShopHours } from "./ShopHours";
import { StrengthCurve } from "./StrengthCurve";

/** Cure: the hours at which each thing is due, and the strength they wait for. */
export function CureStation() {
  const { units } = usePreferences();
  const editor = useJobEditor();
  const { job, plan } = editor.shown;
  const apply = useApply();
  const { data: shop } = useQuery(shopQuery);
  const { cure } = plan;
  const names = new Map(plan.pieces.map((piece) => [piece.id, piece.name]));
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">Fix first</h2>
        <Findings findings={findingsOf(plan, "cure")} onChange={apply} />
      </section>
      <section aria-label="Hours">
        <h2 className="mb-1 text-lg font-bold">Setting</h2>
        <dl>
          <FigureLine
            label={`Curing speed (${write(20, "C", units)} = 1.00)`}
            figure={cure.pace}
            text={`× ${cure.pace.value.toFixed(2)}`}
          />
          {cure.measured_h !== null && (
            <div className="border-b border-line py-2">
              From thermometer readings for the first {writeHours(cure.measured_h)}; then from the planned temperature.
            </div>
          )}
          {cure.initial_set && <FigureLine label="Initial set" figure={cure.initial_set} />}
          {cure.final_set && <FigureLine label="Final set" figure={cure.final_set} />}
        </dl>
      </section>
      <Standards />
      {shop && <ShopHours shop={shop} />}
      <Care lines={cure.care} />
    </>
  );
  return (
    <Bench title="Cure" ticket={ticket} findings={findingsOf(plan, "cure")}>
      <div className="mx-auto max-w-4xl space-y-6 p-5">
        <PourTime
          at={job.cure.poured_at}
          waterIn={editor.kept.record.water_in_at ?? null}
          zone={cure.zone}
          onKeep={(at) =>
            editor.change((now) => withField(now, "/cure/poured_at", at), at ? "Pour set" : "Pour left open")
          }
        />
        <StrengthCurve cure={cure} />
        <Calendar acts={cure.acts} zone={cure.zone} names={names} />
      </div>
    </Bench>
  );
}

const KEPT = ["temperature_c", "strength_by", "maturity", "moist", "sealer"] as const;

function Standards() {
  return (
    <section aria-label="Curing conditions">
      <h2 className="mb-1 text-lg font-bold">Curing conditions</h2>
      {KEPT.map((field) => (
        <DocField key={field} at="/cure" spec={specOf("CureInputs", field)} />
      ))}
    </section>
  );
}
