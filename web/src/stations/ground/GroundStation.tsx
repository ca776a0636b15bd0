import { useState } from "react";
import type { PiecePlan } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { Select } from "@/parts/Choice";
import { DocField } from "@/parts/DocField";
import { Findings } from "@/parts/Findings";
import { specOf } from "@/parts/specs";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { findingsOf, useApply } from "../job/station";
import { TaskList } from "../job/TaskList";
import { DigAndFill } from "./DigAndFill";
import { GroundFields } from "./GroundFields";
import { GroundPlan } from "./GroundPlan";
import { ProfileSection } from "./ProfileSection";
import { Readings } from "./Readings";
import { SettingOut } from "./SettingOut";
import { SlabSection } from "./SlabSection";

/** Ground: what is dug and filled, where the boards stand and how high, and where the slab may crack. */
export function GroundStation() {
  const { plan, job } = useJobEditor().shown;
  const apply = useApply();
  const [chosen, setChosen] = useState("");
  const lying = plan.pieces.filter((one) => one.ground !== null);
  const piece = lying.find((one) => one.id === chosen) ?? lying[0];
  const findings = findingsOf(plan, "ground");
  if (!piece?.ground) return <NothingStays />;
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">Fix first</h2>
        <Findings findings={findings} onChange={apply} />
      </section>
      <Readings piece={piece} ground={piece.ground} />
      <DigAndFill ground={piece.ground} count={piece.count} />
      <DocField at="/ground" spec={specOf("GroundInputs", "utilities")} />
      <DocField at="/ground" spec={specOf("GroundInputs", "winters")} />
      <GroundFields piece={piece} />
      <Care lines={piece.ground.care} />
    </>
  );
  const tools = lying.length > 1 && (
    <Select
      label="Piece"
      value={piece.id}
      choices={lying.map((one: PiecePlan) => ({ value: one.id, text: one.name }))}
      onChoose={setChosen}
    />
  );
  return (
    <Bench title="Ground" tools={tools} ticket={ticket} findings={findings}>
      <div className="mx-auto max-w-3xl space-y-8 p-5 max-lg:pb-24">
        <GroundPlan piece={piece} ground={piece.ground} />
        {job.pieces.find((one) => one.id === piece.id)?.drawn === "from the side" ? (
          <ProfileSection piece={piece} ground={piece.ground} />
        ) : (
          <SlabSection piece={piece} ground={piece.ground} />
        )}
        <SettingOut ground={piece.ground} />
        <TaskList title="Before the pour, in order" tasks={piece.ground.tasks} />
      </div>
    </Bench>
  );
}

function NothingStays() {
  return (
    <main className="p-5" aria-label="Ground">
      <h1 className="text-xl font-bold">Ground</h1>
      <p className="mt-2 max-w-prose">
        No piece of this job stays on the ground it is cast on. Say so of one under Measure, “Stays where it is cast”.
      </p>
    </main>
  );
}
