import type { Plan, Schemas, Shop } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { Select } from "@/parts/Choice";
import { DocField } from "@/parts/DocField";
import { type FieldOf, specOf } from "@/parts/specs";
import { FigureLine } from "@/parts/Why";
import { namesOf } from "../job/shopChoices";

type Scratch = Schemas["Scratch-Input"];

const BAGS = "bagged";

/** Where the mix comes from: bags, or cement, sand and stone by one of three ways. */
export function ScratchFields({ shop }: { shop: Shop }) {
  const editor = useJobEditor();
  const { scratch } = editor.shown.job.mix;
  const of = (kind: string) => shop.ingredients.filter((one) => one.kind === kind);
  const set = (next: Scratch | null, what: string) =>
    editor.change((now) => withField(now, "/mix/scratch", next), what);
  const field = (name: FieldOf<"Scratch">, choices?: { value: string; text: string }[]) => (
    <DocField at="/mix/scratch" spec={specOf("Scratch", name)} choices={choices} />
  );

  function choose(way: string) {
    if (way === BAGS) return void set(null, "Mix type: bagged");
    const [cement, sand, stone] = [of("cement")[0], of("sand")[0], of("stone")[0]];
    if (!cement || !sand) return;
    const begun = scratch ?? { cement: cement.id, sand: sand.id, stone: stone?.id ?? null };
    void editor.change(
      (now) => withField(withField(now, "/mix/scratch", begun), "/mix/scratch/by", way),
      `From scratch, ${way}`,
    );
  }

  const { label, choices: ways = [] } = specOf("Scratch", "by");
  const plain = (text: string) => ({ value: text, text });
  return (
    <section aria-label="Mix type">
      <h2 className="mb-1 text-lg font-bold">Mix type</h2>
      <div className="fields">
        <Select
          label={label}
          value={scratch?.by ?? BAGS}
          choices={[plain(BAGS), ...ways.map((way) => ({ value: way, text: `from scratch, ${way}` }))]}
          onChoose={choose}
        />
        {scratch && (
          <>
            {field("cement", namesOf(of("cement")))}
            {field("sand", namesOf(of("sand")))}
            {field("stone", namesOf(of("stone")))}
            {scratch.by !== "absolute volumes" && field("sand_part")}
            {scratch.by !== "absolute volumes" && scratch.stone && field("stone_part")}
            {scratch.by === "absolute volumes" && field("slump")}
            {field("water_cement")}
            {field("air_percent")}
            {field("sand_moisture")}
            {field("stone_moisture")}
          </>
        )}
      </div>
    </section>
  );
}

/** What is weighed out for one pack of cement, and what is in a cubic metre. */
export function Weighed({ mix }: { mix: Plan["mix"] }) {
  const { scratch } = mix;
  if (!scratch) return null;
  return (
    <section aria-label="Weighed out">
      <h2 className="mb-1 text-lg font-bold">
        To {scratch.measure_kg} kg of {scratch.cement_name.toLowerCase()}, weighed out
      </h2>
      <dl className="fields">
        <FigureLine label={scratch.sand_name} figure={scratch.sand_damp} />
        {scratch.stone_damp && <FigureLine label={scratch.stone_name} figure={scratch.stone_damp} />}
        <FigureLine label="Water to add" figure={scratch.water_added} />
        <FigureLine label="Strength at 28 days, about" figure={scratch.strength} />
      </dl>
      <h3 className="mt-2 font-bold">Per cubic metre, dry</h3>
      <dl className="fields">
        <FigureLine label={scratch.cement_name} figure={scratch.cement} />
        <FigureLine label={scratch.sand_name} figure={scratch.sand} />
        {scratch.stone && <FigureLine label={scratch.stone_name} figure={scratch.stone} />}
        <FigureLine label="Water" figure={scratch.water} />
      </dl>
    </section>
  );
}
