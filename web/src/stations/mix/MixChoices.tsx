import { useQuery } from "@tanstack/react-query";
import type { Shop } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { schoolsQuery } from "@/api/queries";
import { DocField } from "@/parts/DocField";
import { NumberField } from "@/parts/NumberField";
import { type FieldOf, specOf } from "@/parts/specs";
import { Ways } from "@/parts/Ways";
import { usePreferences } from "@/units/preferences";
import { entryOf } from "@/units/quantity";
import { namesOf } from "../job/shopChoices";

/** Where pieces of a set are in the job, they match whatever is chosen. */
const BY_SETS = [
  { value: "false", text: "by their sets" },
  { value: "true", text: "must match" },
];

/** What the mix is made from and in, and by whom. */
export function MixChoices({ shop }: { shop: Shop }) {
  const editor = useJobEditor();
  const { job, plan } = editor.shown;
  const { data: schools } = useQuery(schoolsQuery);
  const mix = shop.mixes.find((one) => one.id === job.mix.mix) ?? shop.mixes[0];
  const matched = job.pieces.some((piece) => piece.matches);
  const field = (name: FieldOf<"MixInputs">, choices?: { value: string; text: string }[], none?: string) => (
    <DocField at="/mix" spec={specOf("MixInputs", name)} choices={choices} none={none} />
  );
  return (
    <section aria-label="Choices">
      <h2 className="mb-1 text-lg font-bold">Mix and equipment</h2>
      <div className="fields">
        {field("mix", namesOf(shop.mixes))}
        {field("bag", namesOf(mix?.sizes ?? []))}
        {field("container", namesOf(shop.containers))}
        {field("bags_in_hand")}
        {field("work")}
        {field("spare")}
        {field("buy")}
        {field("one_colour", matched ? BY_SETS : undefined)}
        {field("cement_share", undefined, mix?.cement_share ? `${mix.cement_share * 100}` : undefined)}
        {field("settled")}
        {field("void_share")}
        {field("people")}
        {field("workable_min")}
        {field("minutes_mixing")}
        {field("minutes_placing")}
        {field("least_bags_over")}
        {field("water_per_bag_l")}
        <WaterOfBatch perBatch={plan.mix.bags_per_batch} />
        {field("bags_per_batch")}
      </div>
      {(["settled", "work"] as const).map((key) => (
        <Ways
          key={key}
          label={specOf("MixInputs", key).label}
          ways={schools?.mix?.[key] ?? []}
          chosen={String(job.mix[key])}
        />
      ))}
    </section>
  );
}

/** The same water, as it is measured out for a batch. */
function WaterOfBatch({ perBatch }: { perBatch: number }) {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const entry = entryOf("l", units);
  const water = editor.shown.job.mix.water_per_bag_l;
  return (
    <NumberField
      label="Water per batch"
      unit={entry.name}
      value={water === null ? null : entry.show(water * perBatch)}
      empty="usual"
      onKeep={(amount) =>
        editor.change(
          (now) => withField(now, "/mix/water_per_bag_l", amount === null ? null : entry.read(amount) / perBatch),
          `Water per batch: ${amount ?? "the usual"} ${entry.name}`,
        )
      }
    />
  );
}
