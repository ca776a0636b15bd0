import { useQuery } from "@tanstack/react-query";
import { lazy, Suspense, useState } from "react";
import type { Job } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { shopQuery } from "@/api/queries";
import { Choice } from "@/parts/Choice";
import { Findings } from "@/parts/Findings";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { PieceSelect } from "../job/PieceSelect";
import { findingsOf, useApply } from "../job/station";
import { AsCutList } from "./AsCutList";
import { Assembly } from "./Assembly";
import { CutPlan } from "./CutPlan";
import { FormChoices } from "./FormChoices";
import { FormDrawing } from "./FormDrawing";
import { OneForm, ToHave } from "./FormFigures";
import { letterOf } from "./letters";

const Apart = lazy(() => import("./Apart"));

type Seen = "form" | "apart" | "cuts" | "steps";

/** Form: the boards that make the piece, the sheets they are cut from, the steps in which they go together. */
export function FormStation() {
  const editor = useJobEditor();
  const { job, plan } = editor.shown;
  const [index, setIndex] = useState(() => asked(job));
  const [seen, setSeen] = useState<Seen>("form");
  const { data: shop } = useQuery(shopQuery);
  const apply = useApply();
  const piece = job.pieces[index] ?? job.pieces[0];
  const planned = plan.pieces[index] ?? plan.pieces[0];
  if (!piece || !planned) return null;
  const mirrored = piece.cast === "face down";
  const tools = (
    <>
      <PieceSelect job={job} index={index} onChoose={setIndex} />
      <Choice
        label="View"
        value={seen}
        choices={[
          { value: "form", text: "Plan" },
          { value: "apart", text: "Exploded" },
          { value: "cuts", text: "Cut plan" },
          { value: "steps", text: "Assembly" },
        ]}
        onChoose={setSeen}
      />
    </>
  );
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">Fix first</h2>
        <Findings findings={findingsOf(plan, "form")} onChange={apply} />
      </section>
      <ToHave plan={plan} />
      <OneForm planned={planned} />
      {shop && <FormChoices shop={shop} />}
      <AsCutList planned={planned} />
      <Care lines={plan.cutting.care} />
    </>
  );
  return (
    <Bench title="Form" tools={tools} ticket={ticket} findings={findingsOf(plan, "form")}>
      {seen === "form" && <FormDrawing planned={planned} mirrored={mirrored} letters={letterOf(plan.cutting)} />}
      {seen === "apart" && (
        <Suspense fallback={<p className="p-5">Loading 3D …</p>}>
          <Apart planned={planned} cutting={plan.cutting} jobId={editor.kept.id} />
        </Suspense>
      )}
      {seen === "cuts" && <CutPlan shop={shop ?? null} />}
      {seen === "steps" && <Assembly planned={planned} mirrored={mirrored} />}
    </Bench>
  );
}

/** The piece that the address names, as the code on a label does; else the first. */
function asked(job: Job): number {
  const wanted = new URLSearchParams(location.search).get("piece");
  return Math.max(
    0,
    job.pieces.findIndex((piece) => piece.id === wanted),
  );
}
