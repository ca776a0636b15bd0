import { useState } from "react";
import type { Schemas } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { Select } from "@/parts/Choice";
import { DocField } from "@/parts/DocField";
import { Findings } from "@/parts/Findings";
import { type FieldOf, specOf } from "@/parts/specs";
import { FigureLine } from "@/parts/Why";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { findingsOf, useApply } from "../job/station";
import { TaskList } from "../job/TaskList";
import { LayerDrawing } from "./LayerDrawing";
import { WarmCurve } from "./WarmCurve";

export type WarmResult = Schemas["WarmResult"];

const HEAT: readonly FieldOf<"WarmSeat">[] = ["watts", "supply", "held_c", "air_c", "stands", "hours"];
const METER: readonly FieldOf<"WarmSeat">[] = ["ohms_label", "ohms_before", "ohms_after", "megohms"];

/** Warm: how warm a piece gets by the mat in it, how soon and for how much, and what the meter says of the mat. */
export function WarmStation() {
  const { plan } = useJobEditor().shown;
  const apply = useApply();
  const [chosen, choose] = useState("");
  const seats = plan.pieces.flatMap((one) => (one.warm ? [one.warm] : []));
  const seat = seats.find((one) => one.piece === chosen) ?? seats[0];
  const findings = findingsOf(plan, "warm");
  const field = (name: FieldOf<"WarmSeat">) => (
    <DocField key={name} at={`/warm/seats/${seat?.piece}`} whose={seat?.name ?? ""} spec={specOf("WarmSeat", name)} />
  );
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">Fix first</h2>
        <Findings findings={findings} onChange={apply} />
      </section>
      {seat && (
        <>
          <section aria-label="Mat and place">
            <h2 className="mb-1 text-lg font-bold">Mat and place</h2>
            {HEAT.map(field)}
          </section>
          <section aria-label="Meter">
            <h2 className="mb-1 text-lg font-bold">What the meter says</h2>
            {METER.map(field)}
          </section>
          <WarmFigures seat={seat} />
          <Care lines={seat.care} />
        </>
      )}
    </>
  );
  const tools = seats.length > 1 && (
    <Select
      label="Piece"
      value={seat?.piece ?? ""}
      choices={seats.map((one) => ({ value: one.piece, text: one.name }))}
      onChoose={choose}
    />
  );
  return (
    <Bench title="Warm" tools={tools} ticket={ticket} findings={findings}>
      <div className="mx-auto max-w-3xl space-y-8 p-5 max-lg:pb-24">
        {seat ? (
          <>
            <WarmCurve seat={seat} />
            <LayerDrawing seat={seat} />
            <TaskList title="In order" tasks={seat.tasks} />
          </>
        ) : (
          <p className="max-w-prose">
            No piece of this job has an electric mat in it. Add “Mat” to a piece under Measure.
          </p>
        )}
      </div>
    </Bench>
  );
}

/** How warm it gets, where its heat goes, and what it takes. */
function WarmFigures({ seat }: { seat: WarmResult }) {
  return (
    <section aria-label="Figures">
      <h2 className="mb-1 text-lg font-bold">In the end</h2>
      <dl>
        <FigureLine label="Face" figure={seat.face} />
        <FigureLine label="Face under a cushion" figure={seat.covered} />
        <FigureLine label="Mat" figure={seat.mat} />
        {seat.warm_in && <FigureLine label="Warm after" figure={seat.warm_in} />}
        <FigureLine label="Heat that goes up" figure={seat.up} />
        <FigureLine label="Power" figure={seat.watts} />
        <FigureLine label="Power by area" figure={seat.flux} />
        <FigureLine label="Current" figure={seat.amps} />
        <FigureLine label="Resistance, by power" figure={seat.ohms} />
        {seat.first && <FigureLine label="Energy until warm" figure={seat.first} />}
        <FigureLine label="Energy on a day" figure={seat.energy} />
        {seat.cost && <FigureLine label="Cost of a day" figure={seat.cost} />}
        <FigureLine label="Bow when warm, at most" figure={seat.bow} />
        <FigureLine label="Tension at the rim" figure={seat.tension} />
      </dl>
    </section>
  );
}
