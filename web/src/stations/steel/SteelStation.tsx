import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Job, PiecePlan, Plan, Shop } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { shopQuery } from "@/api/queries";
import { Select } from "@/parts/Choice";
import { Findings } from "@/parts/Findings";
import { LengthField } from "@/parts/LengthField";
import { FigureLine } from "@/parts/Why";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { PieceSelect } from "../job/PieceSelect";
import { findingsOf, type StationProps, useApply } from "../job/station";
import { SteelDrawing } from "./SteelDrawing";

/** Steel: what lies in the piece, how high, and what is cut for it. */
export function SteelStation({ editor }: StationProps) {
  const [index, setIndex] = useState(0);
  const { job, plan } = editor.shown;
  const { data: shop } = useQuery(shopQuery);
  const apply = useApply(editor);
  const piece = job.pieces[index] ?? job.pieces[0];
  const planned = plan.pieces[index] ?? plan.pieces[0];
  if (!piece || !planned) return null;
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">First</h2>
        <Findings findings={findingsOf(plan, "steel")} onChange={apply} />
      </section>
      <Laid planned={planned} />
      <ToCut plan={plan} planned={planned} />
      {shop && <Schools job={job} shop={shop} editor={editor} />}
      <Care lines={plan.steel_cutting.care} />
    </>
  );
  return (
    <Bench
      editor={editor}
      title="Steel"
      tools={<PieceSelect job={job} index={index} onChoose={setIndex} />}
      ticket={ticket}
      findings={findingsOf(plan, "steel")}
    >
      <SteelDrawing
        planned={planned}
        length={planned.measure.length_mm}
        width={planned.measure.width_mm}
        thickness={piece.thickness.mm}
        mirrored={piece.cast === "face down"}
      />
    </Bench>
  );
}

function Laid({ planned }: { planned: PiecePlan }) {
  const { stack, fill, placing, ties, mass } = planned.steel;
  if (!stack) return null;
  return (
    <section aria-label="How it lies">
      <h2 className="mb-1 text-lg font-bold">How it lies</h2>
      <dl>
        {fill && <FigureLine label="Fill before it goes in" figure={fill} />}
        <FigureLine label="Height of the steel" figure={stack.height} />
        <FigureLine label="Cover, show face" figure={stack.cover_show} />
        <FigureLine label="Cover needed" figure={stack.cover_needed} />
        {ties && <FigureLine label="Ties" figure={ties} />}
        {mass && <FigureLine label="Steel weighs" figure={mass} />}
      </dl>
      <p className="mt-2 text-soft">{placing}</p>
    </section>
  );
}

function ToCut({ plan, planned }: { plan: Plan; planned: PiecePlan }) {
  const { units } = usePreferences();
  const { mesh, mesh_name, bars, bar_name } = planned.steel;
  if (!mesh) return null;
  return (
    <section aria-label="To cut">
      <h2 className="mb-1 text-lg font-bold">To cut</h2>
      <p>
        {mesh_name}: {writeLength(mesh.length.value, units)} × {writeLength(mesh.width.value, units)}, openings cut out
      </p>
      <dl>
        <FigureLine label="Mesh" figure={plan.steel_cutting.mesh_sheets} />
        {bars.map((bar) => (
          <FigureLine key={bar.key} label={bar.why} figure={bar.length} />
        ))}
        {bars.length > 0 && <FigureLine label={bar_name} figure={plan.steel_cutting.bar_count} />}
      </dl>
    </section>
  );
}

function Schools({ job, shop, editor }: { job: Job; shop: Shop; editor: Editor }) {
  const steel = job.steel;
  const set = (field: string, value: unknown, what: string) =>
    editor.change((now) => withField(now, `/steel/${field}`, value), what);
  const named = (one: { id: string; name: string }) => ({ value: one.id, text: one.name });
  const plain = (one: string) => ({ value: one, text: one });
  return (
    <section aria-label="What it is">
      <h2 className="mb-1 text-lg font-bold">What it is</h2>
      <Select
        label="School"
        value={steel?.school ?? "mesh and bars"}
        choices={["mesh and bars", "mesh", "fibre only", "none"].map(plain)}
        onChoose={(school) => void set("school", school, `Steel: ${school}`)}
      />
      <Select
        label="Mesh"
        value={steel?.mesh ?? shop.meshes?.[0]?.id ?? ""}
        choices={(shop.meshes ?? []).map(named)}
        onChoose={(id) => void set("mesh", id, `Mesh ${id}`)}
      />
      <Select
        label="Bar"
        value={steel?.bar ?? shop.bars?.[0]?.id ?? ""}
        choices={(shop.bars ?? []).map(named)}
        onChoose={(id) => void set("bar", id, `Bar ${id}`)}
      />
      <Select
        label="It stands"
        value={steel?.exposure ?? "indoors"}
        choices={["indoors", "outdoors", "on the ground"].map(plain)}
        onChoose={(exposure) => void set("exposure", exposure, `Stands ${exposure}`)}
      />
      <Select
        label="Placed"
        value={steel?.held ?? "laid at half fill"}
        choices={["laid at half fill", "tied over the form", "clipped up from the base"].map(plain)}
        onChoose={(held) => void set("held", held, `Steel ${held}`)}
      />
      {steel?.edge_distance && (
        <LengthField
          label="Kept from the edges"
          length={{ mm: steel.edge_distance.mm, typed: steel.edge_distance.typed ?? null }}
          onKeep={(typed) => set("edge_distance", typed, "Steel kept from the edges")}
        />
      )}
    </section>
  );
}
