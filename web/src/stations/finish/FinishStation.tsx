import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Plan } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { poursQuery } from "@/api/records";
import type { FinishView, MarkNow } from "@/finish/types";
import { finishQuery } from "@/finish/useFinish";
import { Findings } from "@/parts/Findings";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { PieceSelect } from "../job/PieceSelect";
import { findingsOf, useApply } from "../job/station";
import { AtTheMachine } from "./AtTheMachine";
import { FaceDrawing } from "./FaceDrawing";
import { FinishFields } from "./FinishFields";
import { FinishSchool } from "./FinishSchool";
import { FinishSteps } from "./FinishSteps";
import { GroundSection } from "./GroundSection";

/** Finish: what is ground, filled, sanded and coated once the form is off, and when. */
export function FinishStation() {
  const editor = useJobEditor();
  const { job, plan } = editor.shown;
  const apply = useApply();
  const [index, setIndex] = useState(0);
  const [at, setAt] = useState(0);
  const machine = useMachine(editor.kept.id);
  const piece = plan.pieces[index] ?? plan.pieces[0];
  if (!piece) return null;
  const { tasks } = piece.finish;
  const task = tasks[Math.min(at, tasks.length - 1)] ?? null;
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">Fix first</h2>
        <Findings findings={findingsOf(plan, "finish")} onChange={apply} />
      </section>
      {machine && machine.castings.length > 0 && <AtTheMachine view={machine} />}
      <Takes plan={plan} />
      <FinishFields piece={piece} />
      {plan.finish.care.length > 0 && <Care lines={plan.finish.care} />}
    </>
  );
  return (
    <Bench
      title="Finish"
      tools={<PieceSelect job={job} index={index} onChoose={setIndex} />}
      ticket={ticket}
      findings={findingsOf(plan, "finish")}
    >
      <div className="mx-auto max-w-3xl space-y-8 p-5 max-lg:pb-24">
        <FinishSchool />
        <FaceDrawing piece={piece} task={task} marks={marksOn(machine, piece.id)} />
        <FinishSteps piece={piece} acts={plan.cure.acts} zone={plan.cure.zone} at={at} onChoose={setAt} />
        <GroundSection piece={piece} />
        <Joining plan={plan} />
      </div>
    </Bench>
  );
}

/** What was poured last of a job, as it stands at the machine. */
function useMachine(job: string): FinishView | null {
  const { data: pours = [] } = useQuery(poursQuery(job));
  const last = pours.find((one) => one.poured_at && !one.cancelled_at)?.id;
  const { data } = useQuery({ ...finishQuery(last ?? ""), enabled: last !== undefined });
  return data?.view ?? null;
}

/** What was marked on the faces of a piece: high spots, scratches, voids. */
function marksOn(machine: FinishView | null, piece: string): MarkNow[] {
  return machine?.castings.flatMap((one) => (one.piece === piece ? one.standing.marks : [])) ?? [];
}

/** In which order parts are joined on, once all is sealed. */
function Joining({ plan: { joined } }: { plan: Plan }) {
  const { units } = usePreferences();
  if (joined.order.length === 0) return null;
  return (
    <section aria-label="Joining the parts">
      <h2 className="mb-1 text-lg font-bold">Joining the parts</h2>
      <p className="text-soft">{joined.parts.map((part) => `${part.count} × ${part.name}`).join(", ")}</p>
      <ol className="border-t-2 border-ink">
        {joined.order.map((step, index) => (
          <li key={step.does} className="flex gap-3 border-b border-line py-2">
            <span className="figure w-6">{index + 1}.</span>
            <span className="min-w-0 flex-1">{step.does}</span>
            {step.people !== null && <b className="figure whitespace-nowrap">{write(step.people, "people", units)}</b>}
          </li>
        ))}
      </ol>
    </section>
  );
}

/** What all castings of the job take together. */
function Takes({ plan: { finish } }: { plan: Plan }) {
  const { units } = usePreferences();
  const nothing = !finish.hours && !finish.sealer_l;
  return (
    <section aria-label="Needed">
      <h2 className="mb-1 text-lg font-bold">Needed for all castings</h2>
      {nothing && <p className="border-b border-line py-2">Nothing: it is used as it comes out of the form.</p>}
      <dl>
        {finish.hours && <FigureLine label="Hours of work" figure={finish.hours} />}
        {finish.sealer_l && <FigureLine label={finish.sealer_name} figure={finish.sealer_l} />}
        {finish.filler && <FigureLine label="Void filler, dry" figure={finish.filler} />}
        {finish.pigments.map(({ admixture, name, grams }) => (
          <FigureLine key={admixture} label={`${name}, slurry`} figure={grams} />
        ))}
        {finish.pads.map((pads) => (
          <div
            key={`${pads.bond} ${pads.grit}`}
            className="flex min-h-11 items-center justify-between gap-4 border-b border-line"
          >
            <dt>{pads.name}</dt>
            <dd className="figure text-lg whitespace-nowrap">
              {write(pads.count, "pads", units)}
              {pads.have && pads.count === 1 ? "" : ", to buy"}
            </dd>
          </div>
        ))}
        {finish.dust && <FigureLine label="Quartz dust, estimate" figure={finish.dust} />}
      </dl>
    </section>
  );
}
