import { useState } from "react";
import type { Schemas } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { Select } from "@/parts/Choice";
import { DocField } from "@/parts/DocField";
import { Findings } from "@/parts/Findings";
import { type FieldOf, specOf } from "@/parts/specs";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { findingsOf, useApply } from "../job/station";
import { TaskList } from "../job/TaskList";
import { ArchDrawing } from "./ArchDrawing";

export type ArchResult = Schemas["ArchResult"];

/** Arch: where its thrust runs, what holds it, how it is set out, built and let down. */
export function ArchStation() {
  const { job, plan } = useJobEditor().shown;
  const apply = useApply();
  const [chosen, choose] = useState("");
  const arches = plan.pieces.flatMap((one) => (one.arch ? [one.arch] : []));
  const arch = arches.find((one) => one.piece === chosen) ?? arches[0];
  const findings = findingsOf(plan, "arch");
  const field = (name: FieldOf<"ArchInputs">) => (
    <DocField key={name} at="/arch" spec={specOf("ArchInputs", name)} start={{ mm: 400, typed: null }} />
  );
  const piered = job.arch?.held_by === "piers built for it";
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">Fix first</h2>
        <Findings findings={findings} onChange={apply} />
      </section>
      {arch && (
        <>
          <section aria-label="Held and loaded">
            <h2 className="mb-1 text-lg font-bold">Held and loaded</h2>
            {field("held_by")}
            {field("springing")}
            {piered && field("pier_width")}
            {(["load_kg_m", "centring", "under"] as const).map(field)}
          </section>
          <ArchFigures arch={arch} />
          <Care lines={arch.care} />
        </>
      )}
    </>
  );
  const tools = arches.length > 1 && (
    <Select
      label="Arch"
      value={arch?.piece ?? ""}
      choices={arches.map((one) => ({ value: one.piece, text: one.name }))}
      onChoose={choose}
    />
  );
  return (
    <Bench title="Arch" tools={tools} ticket={ticket} findings={findings}>
      <div className="mx-auto max-w-3xl space-y-8 p-5 max-lg:pb-24">
        {arch ? (
          <>
            <ArchDrawing arch={arch} piered={piered} />
            <SetOut arch={arch} />
            <TaskList title="In order" tasks={arch.tasks} />
          </>
        ) : (
          <p className="max-w-prose">
            No piece of this job is a block of an arch. Choose “arch block” as an outline under Measure.
          </p>
        )}
      </div>
    </Bench>
  );
}

/** What the ring has to spare, what its abutments take, and what it does when it is let down. */
function ArchFigures({ arch }: { arch: ArchResult }) {
  return (
    <section aria-label="Figures">
      <h2 className="mb-1 text-lg font-bold">How it stands</h2>
      <dl>
        <FigureLine label="Ring thickness factor" figure={arch.factor} />
        {arch.thrust_least && <FigureLine label="Thrust, least" figure={arch.thrust_least} />}
        {arch.thrust_most && <FigureLine label="Thrust, most" figure={arch.thrust_most} />}
        <FigureLine label="Weight a springing" figure={arch.weight} />
        <FigureLine label="Push an abutment takes" figure={arch.push} />
        {arch.pier && <FigureLine label="Pier holds, times over" figure={arch.pier} />}
        <FigureLine label="Friction needed" figure={arch.friction} />
        <FigureLine label="On the centring" figure={arch.on_centring} />
        {arch.mortar && <FigureLine label="Mortar" figure={arch.mortar} />}
        <FigureLine label="Crown settles by" figure={arch.drop} />
        <FigureLine label="Drop to spread" figure={arch.spread} />
      </dl>
    </section>
  );
}

/** Where each joint is, for the centring and for a tape. */
function SetOut({ arch }: { arch: ArchResult }) {
  const { units } = usePreferences();
  const tape = (mm: number) => write(Math.abs(mm), "cut", units);
  // Both sides are alike: the right half is told, from the crown down.
  const half = arch.joints.filter((one) => one.inner.x >= -0.5);
  return (
    <section aria-label="Setting out">
      <h2 className="mb-1 text-lg font-bold">Setting out</h2>
      <p className="max-w-prose pb-2">
        Radius of the underside {tape(arch.radius_mm)}, its centre{" "}
        {arch.centre_mm >= 0.5 ? `${tape(arch.centre_mm)} under the springings` : "level with the springings"}, in the
        middle of the span. From each springing to the crown of the underside: {tape(arch.diagonal_mm)}. Out is from the
        middle of the span, up from the springings.
        {arch.joint_mm > 0 &&
          ` Joints are ${tape(arch.joint_mm)} of mortar: the marks are their middles, each block ends ${tape(arch.joint_mm / 2)} short of them.`}
        {arch.inside_mm > 0 &&
          ` Undersides are straight: in the middle of a block ${tape(arch.inside_mm)} inside the curve.`}
      </p>
      <table className="w-full">
        <thead>
          <tr className="text-left">
            {["Joint", "Underside", "Back"].map((head) => (
              <th key={head} scope="col" className="border-b-2 border-ink py-1 pr-4">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {half.map(({ number, inner, outer }) => (
            <tr key={number}>
              <th scope="row" className="figure border-b border-line py-1.5 text-left">
                {number}
              </th>
              {[inner, outer].map((end) => (
                <td key={end === inner ? "underside" : "back"} className="figure border-b border-line py-1.5 pr-4">
                  {tape(end.x)} out, {tape(end.y)} up
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
