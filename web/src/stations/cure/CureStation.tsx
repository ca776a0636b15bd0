import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { shopQuery } from "@/api/queries";
import { Findings } from "@/parts/Findings";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write, writeHours } from "@/units/quantity";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { findingsOf, useApply } from "../job/station";
import { Calendar } from "./Calendar";
import { CureConditions } from "./CureConditions";
import { type CureView, CureViews } from "./CureViews";
import { DryingDial } from "./DryingDial";
import { HumidityChart } from "./HumidityChart";
import { PourTime } from "./PourTime";
import { PourWindow } from "./PourWindow";
import { ShopHours } from "./ShopHours";
import { StrengthCurve } from "./StrengthCurve";
import { TemperatureChart } from "./TemperatureChart";
import { WhatIf } from "./WhatIf";

/** Cure: the hours at which each thing is due, and the strength they wait for. */
export function CureStation() {
  const { units } = usePreferences();
  const editor = useJobEditor();
  const { job, plan } = editor.shown;
  const apply = useApply();
  const { data: shop } = useQuery(shopQuery);
  const { cure } = plan;
  const names = new Map(plan.pieces.map((piece) => [piece.id, piece.name]));
  const [view, setView] = useState<CureView>("hours");
  const tools = <CureViews view={view} onView={setView} />;
  if (view === "otherwise") return <WhatIf tools={tools} onUsed={() => setView("hours")} />;
  if (view === "window") return <PourWindow tools={tools} onPlanned={() => setView("hours")} />;
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
            label={`Curing speed${cure.weather ? ", first day" : ""} (${write(20, "C", units)} = 1.00)`}
            figure={cure.pace}
            text={`× ${cure.pace.value.toFixed(2)}`}
          />
          {cure.measured_h !== null && (
            <div className="border-b border-line py-2">
              From thermometer readings for the first {writeHours(cure.measured_h)}; then from{" "}
              {cure.weather ? "the weather ahead" : "the planned temperature"}.
            </div>
          )}
          {cure.fresh && <FigureLine label="Concrete at the pour" figure={cure.fresh} />}
          {cure.initial_set && <FigureLine label="Initial set" figure={cure.initial_set} />}
          {cure.final_set && <FigureLine label="Final set" figure={cure.final_set} />}
        </dl>
        <DryingDial dries={cure.dries} />
      </section>
      <CureConditions />
      {shop && <ShopHours shop={shop} />}
      <Care lines={cure.care} />
    </>
  );
  return (
    <Bench title="Cure" tools={tools} ticket={ticket} findings={findingsOf(plan, "cure")}>
      <div className="mx-auto max-w-4xl space-y-6 p-5">
        <PourTime
          at={job.cure.poured_at}
          waterIn={editor.kept.record.water_in_at ?? null}
          zone={cure.zone}
          onKeep={(at) =>
            editor.change((now) => withField(now, "/cure/poured_at", at), at ? "Pour set" : "Pour left open")
          }
        />
        {cure.weather && <TemperatureChart cure={cure} weather={cure.weather} hours={shop?.hours} />}
        <StrengthCurve cure={cure} />
        <HumidityChart cure={cure} />
        <Calendar acts={cure.acts} zone={cure.zone} names={names} />
      </div>
    </Bench>
  );
}
