import { useQuery } from "@tanstack/react-query";
import { v4 as newId } from "uuid";
import type { Schemas } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { listAt } from "@/api/lists";
import { shopQuery } from "@/api/queries";
import { DocField } from "@/parts/DocField";
import { mostOf, specOf } from "@/parts/specs";
import { FigureButton } from "@/parts/Why";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { namesOf } from "../job/shopChoices";

const NONE_YET = { mm: 0, typed: null };

/** What is joined to the castings, and the wood that it is cut from. */
export function JoinedParts() {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const { job, plan } = editor.shown;
  const { parts } = job.handling;
  const list = listAt(editor, "/handling/parts");
  const { wood } = plan.joined;
  return (
    <section aria-label="Joined parts">
      <h2 className="text-lg font-bold">Attached parts</h2>
      {parts.length === 0 && <p className="text-soft">Planks, stretchers, feet, gaskets: nothing yet.</p>}
      <ul className="mt-1 border-t-2 border-ink">
        {parts.map((part, index) => (
          <li key={part.id} aria-label={part.name} className="fields border-b-2 border-line py-2">
            <PartFields part={part} at={`/handling/parts/${index}`} />
            <button
              type="button"
              className="min-h-11 justify-self-start underline"
              onClick={() => void list.remove(index, `Removed ${part.name}`)}
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      {parts.length < mostOf("HandlingInputs", "parts") && (
        <button
          type="button"
          className="button mt-2"
          onClick={() => void list.add({ id: newId().slice(0, 8), name: `Part ${parts.length + 1}` }, "Added a part")}
        >
          Add a part
        </button>
      )}
      {wood.map((one) => (
        <p key={`${one.material} ${one.width_mm} ${one.thickness_mm} ${one.length_mm}`} className="mt-2">
          <FigureButton figure={one.count} /> of {writeLength(one.length_mm, units)}
          {one.name !== "" && `, ${one.name}`}
          {one.name === "" &&
            one.width_mm > 0 &&
            `, ${writeLength(one.width_mm, units)} × ${writeLength(one.thickness_mm, units)}`}
          {one.proven ? " (the fewest)" : ` (at least ${one.least})`}:{" "}
          {one.lengths
            .map((length) => length.parts.map((part) => writeLength(part.length_mm, units)).join(" + "))
            .join("; ")}
        </p>
      ))}
    </section>
  );
}

/** What describes a part; what is sawn has sizes, of what is bought they stand where they were said. */
function PartFields({ part, at }: { part: Schemas["JoinedPart-Output"]; at: string }) {
  const editor = useJobEditor();
  const { data: shop } = useQuery(shopQuery);
  const sawn = part.kind === "plank" || part.kind === "stretcher" || part.cut_from !== null;
  const place = { editor, at, whose: part.name };
  return (
    <>
      <DocField {...place} spec={specOf("JoinedPart", "name")} />
      <DocField {...place} spec={specOf("JoinedPart", "kind")} />
      <DocField {...place} spec={specOf("JoinedPart", "count")} />
      {(["length", "width", "thickness"] as const)
        .filter((side) => sawn || part[side])
        .map((side) => (
          <DocField key={side} {...place} spec={specOf("JoinedPart", side)} usual={NONE_YET} />
        ))}
      <DocField
        {...place}
        spec={specOf("JoinedPart", "cut_from")}
        choices={namesOf([...(shop?.lumber ?? []), ...(shop?.linear ?? [])])}
      />
      {sawn && part.cut_from === null && <DocField {...place} spec={specOf("JoinedPart", "stock_length")} />}
    </>
  );
}
