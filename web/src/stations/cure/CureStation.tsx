import { useQuery } from "@tanstack/react-query";
import type { Job } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { shopQuery } from "@/api/queries";
import { Select } from "@/parts/Choice";
import { Findings } from "@/parts/Findings";
import { NumberField } from "@/parts/NumberField";
import { FigureLine } from "@/parts/Why";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { writeHours } from "@/units/quantity";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { findingsOf, type StationProps, useApply } from "../job/station";
import { Calendar } from "./Calendar";
import { PourTime } from "./PourTime";
import { ShopHours } from "./ShopHours";
import { StrengthCurve } from "./StrengthCurve";

/** Cure: the hours at which each thing is due, and the strength they wait for. */
export function CureStation({ editor }: StationProps) {
  const { units } = usePreferences();
  const { job, plan } = editor.shown;
  const apply = useApply(editor);
  const { data: shop } = useQuery(shopQuery);
  const { cure } = plan;
  const names = new Map(plan.pieces.map((piece) => [piece.id, piece.name]));
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">First</h2>
        <Findings findings={findingsOf(plan, "cure")} onChange={apply} />
      </section>
      <section aria-label="Hours">
        <h2 className="mb-1 text-lg font-bold">Its clock</h2>
        <dl>
          <FigureLine label="Pace, against 20 °C" figure={cure.pace} text={`× ${cure.pace.value.toFixed(2)}`} />
          {cure.measured_h !== null && (
            <div className="border-b border-line py-2">
              By the thermometer for the first {writeHours(cure.measured_h)}; after that as planned.
            </div>
          )}
          {cure.initial_set && <FigureLine label="Initial set" figure={cure.initial_set} />}
          {cure.final_set && <FigureLine label="Final set" figure={cure.final_set} />}
        </dl>
      </section>
      <Standards job={job} editor={editor} units={units} zone={cure.zone} />
      {shop && <ShopHours shop={shop} />}
      <Care lines={cure.care} />
    </>
  );
  return (
    <Bench editor={editor} title="Cure" ticket={ticket} findings={findingsOf(plan, "cure")}>
      <div className="mx-auto max-w-4xl space-y-6 p-5">
        <PourTime
          at={job.cure?.poured_at ?? null}
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

function Standards({ job, editor, units }: { job: Job; editor: Editor; units: Units; zone: string }) {
  const cure = job.cure;
  const set = (field: string, value: unknown, what: string) =>
    editor.change((now) => withField(now, `/cure/${field}`, value), what);
  const plain = (one: string) => ({ value: one, text: one });
  const celsius = cure?.temperature_c ?? 20;
  return (
    <section aria-label="How it is kept">
      <h2 className="mb-1 text-lg font-bold">How it is kept</h2>
      <NumberField
        label="Concrete kept at"
        unit={units === "mm" ? "°C" : "°F"}
        value={units === "mm" ? celsius : celsius * 1.8 + 32}
        onKeep={(degrees) =>
          set("temperature_c", units === "mm" ? degrees : ((degrees ?? 68) - 32) / 1.8, "Temperature of the concrete")
        }
      />
      <Select
        label="Strength by"
        value={cure?.strength_by ?? "ACI 209"}
        choices={["ACI 209", "EN 1992"].map(plain)}
        onChoose={(by) => void set("strength_by", by, `Strength by ${by}`)}
      />
      <Select
        label="Equivalent age by"
        value={cure?.maturity ?? "Arrhenius"}
        choices={["Arrhenius", "Nurse-Saul"].map(plain)}
        onChoose={(by) => void set("maturity", by, `Age by ${by}`)}
      />
      <Select
        label="Kept moist by"
        value={cure?.moist ?? "ACI 308"}
        choices={["ACI 308", "EN 13670 class 2", "EN 13670 class 3"].map(plain)}
        onChoose={(by) => void set("moist", by, `Moist by ${by}`)}
      />
      <Select
        label="Sealer"
        value={cure?.sealer ?? "penetrating"}
        choices={["penetrating", "film", "none"].map(plain)}
        onChoose={(sealer) => void set("sealer", sealer, `Sealer: ${sealer}`)}
      />
    </section>
  );
}
