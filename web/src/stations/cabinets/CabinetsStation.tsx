import { useState } from "react";
import { useJobEditor } from "@/api/editing";
import { Select } from "@/parts/Choice";
import { DocField } from "@/parts/DocField";
import { Findings } from "@/parts/Findings";
import { specOf } from "@/parts/specs";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { findingsOf, useApply } from "../job/station";
import { TaskList } from "../job/TaskList";
import { CabinetPlan } from "./CabinetPlan";
import { ChosenUnit, RunFields } from "./RunFields";
import { Carrying, RunFigures } from "./RunFigures";
import type { UnitAt } from "./run";

/** Cabinets: the run that tops are cast over, the boards and braces under them, and what all of it carries. */
export function CabinetsStation() {
  const { job, plan } = useJobEditor().shown;
  const apply = useApply();
  const [runId, setRunId] = useState("");
  const [unit, setUnit] = useState<UnitAt | null>(null);
  const { runs } = plan.cabinets;
  const index = Math.max(
    0,
    runs.findIndex((one) => one.id === runId),
  );
  const [found, run] = [runs[index], job.cabinets.runs[index]];
  const findings = findingsOf(plan, "cabinets");
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">Fix first</h2>
        <Findings findings={findings} onChange={apply} />
      </section>
      {found && run && (
        <>
          <RunFields run={run} index={index} chosen={unit} onChoose={setUnit} />
          <RunFigures run={found} />
          <section aria-label="Carrying">
            <h2 className="mb-1 text-lg font-bold">Carrying</h2>
            {(["carriers", "bucket_l", "walk_m"] as const).map((name) => (
              <DocField key={name} at="/cabinets" spec={specOf("CabinetInputs", name)} />
            ))}
            <Carrying found={plan.cabinets} />
          </section>
          <Care lines={plan.cabinets.care} />
        </>
      )}
    </>
  );
  const tools = runs.length > 1 && (
    <Select
      label="Run"
      value={runs[index]?.id ?? ""}
      choices={runs.map((one) => ({ value: one.id, text: one.name }))}
      onChoose={(id) => {
        setRunId(id);
        setUnit(null);
      }}
    />
  );
  return (
    <Bench title="Cabinets" tools={tools} ticket={ticket} findings={findings}>
      <div className="mx-auto max-w-3xl space-y-8 p-5 max-lg:pb-24">
        {found ? (
          <>
            <CabinetPlan run={found} chosen={unit} onChoose={setUnit} />
            {run && unit && <ChosenUnit run={run} index={index} unit={unit} onChoose={setUnit} />}
            <TaskList title="In order" tasks={found.tasks} />
          </>
        ) : (
          <p className="max-w-prose">
            {job.pieces.some((one) => one.stays === "over cabinets")
              ? "Describe the cabinets under the top: the finding beside this begins a run."
              : "No piece of this job is cast over cabinets. Say so of one under Measure, “Stays where it is cast”."}
          </p>
        )}
      </div>
    </Bench>
  );
}
