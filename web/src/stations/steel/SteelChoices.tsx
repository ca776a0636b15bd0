import { useQuery } from "@tanstack/react-query";
import type { PiecePlan, Shop } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { schoolsQuery } from "@/api/queries";
import { Select } from "@/parts/Choice";
import { DocField } from "@/parts/DocField";
import { type FieldOf, specOf } from "@/parts/specs";
import { Ways } from "@/parts/Ways";
import { namesOf } from "../job/shopChoices";

const AS_JOB = "same as job";

interface Props {
  shop: Shop;
  planned: PiecePlan;
}

/** What reinforces the job, what it is made of and by which school. */
export function SteelChoices({ shop, planned }: Props) {
  const editor = useJobEditor();
  const { steel } = editor.shown.job;
  const { data: schools } = useQuery(schoolsQuery);
  const field = (
    name: FieldOf<"SteelInputs">,
    more: { choices?: { value: string; text: string }[]; usual?: string | undefined } = {},
  ) => <DocField at="/steel" spec={specOf("SteelInputs", name)} {...more} />;
  const { stack: lies, cage: stands } = planned.steel;
  return (
    <section aria-label="Reinforcement">
      <h2 className="mb-1 text-lg font-bold">Reinforcement</h2>
      {field("school")}
      <Ways label="Reinforcement" ways={schools?.steel?.school ?? []} chosen={steel.school} />
      {editor.shown.job.pieces.length > 1 && <SchoolOfPiece planned={planned} />}
      {field("mesh", { choices: namesOf(shop.meshes), usual: shop.meshes[0]?.id })}
      {field("bar", { choices: namesOf(shop.bars), usual: shop.bars[0]?.id })}
      {field("exposure")}
      {field("held")}
      <Ways label="Placing" ways={schools?.steel?.held ?? []} chosen={steel.held} />
      {field("at_openings")}
      {field("fill_share")}
      {field("edge_distance")}
      {field("spacing")}
      {lies && (
        <DocField at="/steel" spec={specOf("SteelInputs", "height")} usual={{ mm: lies.under.value, typed: null }} />
      )}
      {steel.height && (
        <button
          type="button"
          className="min-h-11 underline"
          onClick={() => void editor.change((now) => withField(now, "/steel/height", null), "Steel in the middle")}
        >
          Lay it in the middle
        </button>
      )}
      {field("standard")}
      {stands && <Ways label="Bends and laps" ways={schools?.steel?.standard ?? []} chosen={steel.standard} />}
    </section>
  );
}

/** One piece may be reinforced otherwise than the job. */
function SchoolOfPiece({ planned }: { planned: PiecePlan }) {
  const editor = useJobEditor();
  const { by_piece } = editor.shown.job.steel;
  const plain = (one: string) => ({ value: one, text: one });
  return (
    <Select
      label="This piece"
      value={by_piece[planned.id] ?? AS_JOB}
      choices={[AS_JOB, ...(specOf("SteelInputs", "school").choices ?? [])].map(plain)}
      onChoose={(school) => {
        const { [planned.id]: _, ...others } = by_piece;
        const next = school === AS_JOB ? others : { ...others, [planned.id]: school };
        void editor.change((now) => withField(now, "/steel/by_piece", next), `${planned.name}: ${school}`);
      }}
    />
  );
}
