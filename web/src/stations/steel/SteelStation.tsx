import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { PiecePlan, Plan } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { shopQuery } from "@/api/queries";
import { Findings } from "@/parts/Findings";
import { FigureLine } from "@/parts/Why";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { PieceSelect } from "../job/PieceSelect";
import { findingsOf, useApply } from "../job/station";
import { BarList } from "./BarList";
import { CageDrawing } from "./CageDrawing";
import { SteelChoices } from "./SteelChoices";
import { SteelDrawing } from "./SteelDrawing";

/** Steel: what lies in the piece, how high, and what is cut and bent for it. */
export function SteelStation() {
  const editor = useJobEditor();
  const [index, setIndex] = useState(0);
  const { job, plan } = editor.shown;
  const { data: shop } = useQuery(shopQuery);
  const apply = useApply();
  const piece = job.pieces[index] ?? job.pieces[0];
  const planned = plan.pieces[index] ?? plan.pieces[0];
  if (!piece || !planned) return null;
  const { cage } = planned.steel;
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">Fix first</h2>
        <Findings findings={findingsOf(plan, "steel")} onChange={apply} />
      </section>
      <Laid planned={planned} />
      <ToCut plan={plan} planned={planned} jobId={editor.kept.id} />
      {!cage && <BarList job={job} planned={planned} />}
      {shop && <SteelChoices shop={shop} planned={planned} />}
      <Care lines={plan.steel_cutting.care} />
    </>
  );
  return (
    <Bench
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
    <section aria-label="Position">
      <h2 className="mb-1 text-lg font-bold">{cage ? "Cage" : "Position"}</h2>
      <dl>
        {fill && <FigureLine label="Place steel at a fill of" figure={fill} />}
        {stack && <FigureLine label="Thickness of the steel layer" figure={stack.height} />}
        {stack && <FigureLine label="Cover, show face" figure={stack.cover_show} />}
        {stack && <FigureLine label="Show face, at least" figure={stack.cover_needed} />}
        {stack && <FigureLine label="Cover, back" figure={stack.cover_back} />}
        {stack && <FigureLine label="Back, at least" figure={stack.back_needed} />}
        {cage && <FigureLine label="Cover" figure={cage.cover} />}
        {cage && <FigureLine label="Cover needed" figure={cage.cover_needed} />}
        {edge && <FigureLine label="Least edge cover" figure={edge} />}
        {held_at && <FigureLine label="Support points" figure={held_at} />}
        {ties && <FigureLine label="Ties" figure={ties} />}
        {mass && <FigureLine label="Weight of steel" figure={mass} />}
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
    <section aria-label="Cut list">
      <h2 className="mb-1 text-lg font-bold">Cut list</h2>
      {mesh && (
        <p>
          {mesh_name}: {writeLength(mesh.length.value, units, "tape")} × {writeLength(mesh.width.value, units, "tape")},
          openings cut out
        </p>
      )}
      <dl>
        {mesh && <FigureLine label="Mesh, whole job" figure={cutting.mesh_sheets} />}
        {bar_name && <FigureLine label={`${bar_name}, whole job`} figure={cutting.bar_count} />}
        {cutting.mass && <FigureLine label="Steel, whole job" figure={cutting.mass} />}
      </dl>
      {cutting.bars.length > 0 && (
        <details className="border-b border-line">
          <summary className="flex min-h-11 cursor-pointer items-center underline">
            Bars from {writeLength(cutting.stock_mm, units, "sold")}
            {cutting.proven ? ", the fewest possible" : ` (at least ${cutting.least})`}
          </summary>
          <ol className="list-decimal space-y-1 pb-2 pl-6">
            {[
              ...countOf(
                cutting.bars.map(({ parts, left_mm }) => {
                  const cut = [...countOf(parts.map((part) => writeLength(part.length_mm, units, "tape")))]
                    .map(times)
                    .join(", ");
                  return `${cut}; ${writeLength(left_mm, units, "tape")} left`;
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
