import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Job, PiecePlan, Plan, Shop } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { schoolsQuery, shopQuery } from "@/api/queries";
import { Select } from "@/parts/Choice";
import { Findings } from "@/parts/Findings";
import { LengthField } from "@/parts/LengthField";
import { NumberField } from "@/parts/NumberField";
import { Ways } from "@/parts/Ways";
import { FigureLine } from "@/parts/Why";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { PieceSelect } from "../job/PieceSelect";
import { findingsOf, type StationProps, useApply } from "../job/station";
import { BarList } from "./BarList";
import { CageDrawing } from "./CageDrawing";
import { SteelDrawing } from "./SteelDrawing";

/** Steel: what lies in the piece, how high, and what is cut and bent for it. */
export function SteelStation({ editor }: StationProps) {
  const [index, setIndex] = useState(0);
  const { job, plan } = editor.shown;
  const { data: shop } = useQuery(shopQuery);
  const apply = useApply(editor);
  const piece = job.pieces[index] ?? job.pieces[0];
  const planned = plan.pieces[index] ?? plan.pieces[0];
  if (!piece || !planned) return null;
  const { cage } = planned.steel;
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">First</h2>
        <Findings findings={findingsOf(plan, "steel")} onChange={apply} />
      </section>
      <Laid planned={planned} />
      <ToCut plan={plan} planned={planned} jobId={editor.kept.id} />
      {!cage && <BarList job={job} planned={planned} editor={editor} />}
      {shop && <Schools job={job} shop={shop} planned={planned} editor={editor} />}
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
      {cage ? (
        <CageDrawing cage={cage} barName={planned.steel.bar_name} />
      ) : (
        <SteelDrawing
          key={planned.id}
          editor={editor}
          piece={piece}
          planned={planned}
          length={planned.measure.length_mm}
          width={planned.measure.width_mm}
          thickness={planned.measure.cast_depth_mm}
          mirrored={piece.cast === "face down"}
        />
      )}
    </Bench>
  );
}

function Laid({ planned }: { planned: PiecePlan }) {
  const { stack, cage, edge, fill, held_at, placing, ties, mass } = planned.steel;
  if (!stack && !cage) return null;
  return (
    <section aria-label="How it lies">
      <h2 className="mb-1 text-lg font-bold">{cage ? "How it stands" : "How it lies"}</h2>
      <dl>
        {fill && <FigureLine label="Fill before it goes in" figure={fill} />}
        {stack && <FigureLine label="Height of the steel" figure={stack.height} />}
        {stack && <FigureLine label="Cover, show face" figure={stack.cover_show} />}
        {stack && <FigureLine label="needed" figure={stack.cover_needed} />}
        {stack && <FigureLine label="Cover, back" figure={stack.cover_back} />}
        {stack && <FigureLine label="needed at the back" figure={stack.back_needed} />}
        {cage && <FigureLine label="Cover" figure={cage.cover} />}
        {cage && <FigureLine label="Cover needed" figure={cage.cover_needed} />}
        {edge && <FigureLine label="Beside the nearest bar" figure={edge} />}
        {held_at && <FigureLine label="Held at" figure={held_at} />}
        {ties && <FigureLine label="Ties" figure={ties} />}
        {mass && <FigureLine label="Steel weighs" figure={mass} />}
      </dl>
      <p className="mt-2 text-soft">{placing}</p>
    </section>
  );
}

function ToCut({ plan, planned, jobId }: { plan: Plan; planned: PiecePlan; jobId: string }) {
  const { units } = usePreferences();
  const { mesh, mesh_name, bars, bar_name, cage } = planned.steel;
  if (!mesh && bars.length === 0 && !cage) return null;
  const cutting = plan.steel_cutting;
  return (
    <section aria-label="To cut">
      <h2 className="mb-1 text-lg font-bold">To cut</h2>
      {mesh && (
        <p>
          {mesh_name}: {writeLength(mesh.length.value, units)} × {writeLength(mesh.width.value, units)}, openings cut
          out
        </p>
      )}
      <dl>
        {mesh && <FigureLine label="Mesh, for the whole job" figure={cutting.mesh_sheets} />}
        {bar_name && <FigureLine label={`${bar_name}, for the whole job`} figure={cutting.bar_count} />}
        {cutting.mass && <FigureLine label="All steel of the job" figure={cutting.mass} />}
      </dl>
      {cutting.bars.length > 0 && (
        <details className="border-b border-line">
          <summary className="flex min-h-11 cursor-pointer items-center underline">
            Bars out of {writeLength(cutting.stock_mm, units)}
            {cutting.proven ? ", as few as can be" : `, not proven: at least ${cutting.least}`}
          </summary>
          <ol className="list-decimal space-y-1 pb-2 pl-6">
            {[
              ...countOf(
                cutting.bars.map(({ parts, left_mm }) => {
                  const cut = [...countOf(parts.map((part) => writeLength(part.length_mm, units)))]
                    .map(times)
                    .join(", ");
                  return `${cut}; ${writeLength(left_mm, units)} left`;
                }),
              ),
            ].map((told) => (
              <li key={told[0]}>{times(told)}</li>
            ))}
          </ol>
        </details>
      )}
      <p className="mt-2 flex flex-wrap gap-2">
        {(["csv", "dxf"] as const).map((ending) => (
          <a key={ending} className="button" href={`/api/jobs/${jobId}/steel.${ending}`} download>
            {ending === "csv" ? "Cut and bend list" : "Drawing, DXF"}
          </a>
        ))}
      </p>
    </section>
  );
}

/** How often each is said. */
function countOf(all: readonly string[]): Map<string, number> {
  const many = new Map<string, number>();
  for (const one of all) many.set(one, (many.get(one) ?? 0) + 1);
  return many;
}

const times = ([told, count]: readonly [string, number]): string => (count > 1 ? `${count} × ${told}` : told);

const SCHOOL_NAMES = ["mesh and bars", "mesh", "grid of bars", "fibre only", "none"] as const;
const HELD = ["laid at half fill", "tied over the form", "clipped up from the base", "on chairs", "on stones"] as const;
const AS_JOB = "as the job";

interface SchoolsProps {
  job: Job;
  shop: Shop;
  planned: PiecePlan;
  editor: Editor;
}

function Schools({ job, shop, planned, editor }: SchoolsProps) {
  const steel = job.steel;
  const { data: schools } = useQuery(schoolsQuery);
  const ways = (field: string) => schools?.steel?.[field] ?? [];
  const set = (field: string, value: unknown, what: string) =>
    editor.change((now) => withField(now, `/steel/${field}`, value), what);
  const named = (one: { id: string; name: string }) => ({ value: one.id, text: one.name });
  const plain = <T extends string>(one: T) => ({ value: one, text: one });
  const own = steel?.by_piece?.[planned.id];
  const height = steel?.height;
  const [lies, stands] = [planned.steel.stack, planned.steel.cage];
  return (
    <section aria-label="What it is">
      <h2 className="mb-1 text-lg font-bold">What it is</h2>
      <Select
        label="School"
        value={steel?.school ?? "mesh and bars"}
        choices={SCHOOL_NAMES.map(plain)}
        onChoose={(school) => void set("school", school, `Steel: ${school}`)}
      />
      <Ways label="School" ways={ways("school")} chosen={steel?.school ?? "mesh and bars"} />
      {job.pieces.length > 1 && (
        <Select
          label="This piece"
          value={own ?? AS_JOB}
          choices={[plain(AS_JOB), ...SCHOOL_NAMES.map(plain)]}
          onChoose={(school) => {
            const { [planned.id]: _, ...others } = steel?.by_piece ?? {};
            void set(
              "by_piece",
              school === AS_JOB ? others : { ...others, [planned.id]: school },
              `${planned.name}: ${school}`,
            );
          }}
        />
      )}
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
        choices={HELD.map(plain)}
        onChoose={(held) => void set("held", held, `Steel ${held}`)}
      />
      <Ways label="Placed" ways={ways("held")} chosen={steel?.held ?? "laid at half fill"} />
      <NumberField
        label="Form filled before it is laid"
        unit="%"
        value={Math.round((steel?.fill_share ?? 0.5) * 100)}
        onKeep={(percent) => set("fill_share", (percent ?? 50) / 100, `Laid at ${percent} % of the fill`)}
      />
      {steel?.edge_distance && (
        <LengthField
          label="Kept from the edges"
          length={{ mm: steel.edge_distance.mm, typed: steel.edge_distance.typed ?? null }}
          onKeep={(typed) => set("edge_distance", typed, "Steel kept from the edges")}
        />
      )}
      {steel?.spacing && (
        <LengthField
          label="Bars of a grid or cage, apart"
          length={{ mm: steel.spacing.mm, typed: steel.spacing.typed ?? null }}
          onKeep={(typed) => set("spacing", typed, "Bars apart")}
        />
      )}
      {lies && (
        <LengthField
          label="Over the form's floor"
          length={{ mm: height?.mm ?? lies.under.value, typed: height?.typed ?? null }}
          onKeep={(typed) => set("height", typed, "Height of the steel")}
        />
      )}
      {height && (
        <button
          type="button"
          className="min-h-11 underline"
          onClick={() => void set("height", null, "Steel in the middle")}
        >
          Lay it in the middle
        </button>
      )}
      <Select
        label="Bends and laps by"
        value={steel?.standard ?? "ACI 318"}
        choices={["ACI 318", "EN 1992"].map(plain)}
        onChoose={(standard) => void set("standard", standard, `Bends by ${standard}`)}
      />
      {stands && <Ways label="Bends and laps" ways={ways("standard")} chosen={steel?.standard ?? "ACI 318"} />}
    </section>
  );
}
