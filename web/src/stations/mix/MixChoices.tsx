import type { Shop } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { DocField } from "@/parts/DocField";
import { NumberField } from "@/parts/NumberField";
import { type FieldOf, specOf } from "@/parts/specs";
import { usePreferences } from "@/units/preferences";
import { entryOf } from "@/units/quantity";
import { namesOf } from "../job/shopChoices";

const WORK = [
  { value: "form", text: "into forms" },
  { value: "packed", text: "packed by hand" },
  { value: "ground", text: "on the ground" },
];
const BUY = [
  { value: "one size", text: "in one size" },
  { value: "cheapest set", text: "as the cheapest set" },
];

/** What the mix is made from and in, and by whom. */
export function MixChoices({ shop }: { shop: Shop }) {
  const editor = useJobEditor();
  const { job, plan } = editor.shown;
  const mix = shop.mixes.find((one) => one.id === job.mix.mix) ?? shop.mixes[0];
  const matched = job.pieces.some((piece) => piece.matches);
  const field = (name: FieldOf<"MixInputs">, choices?: { value: string; text: string }[], none?: string) => (
    <DocField at="/mix" spec={specOf("MixInputs", name)} choices={choices} none={none} />
  );
  return (
    <section aria-label="Choices">
      <h2 className="mb-1 text-lg font-bold">What it is mixed from, and in</h2>
      <div className="fields">
        {field("mix", namesOf(shop.mixes))}
        {field("bag", namesOf(mix?.sizes ?? []))}
        {field("container", namesOf(shop.containers))}
        {field("bags_in_hand")}
        {field("work", WORK)}
        {field("spare")}
        {field("buy", BUY)}
        {field("one_colour", [
          { value: "false", text: matched ? "as their sets say" : "stand by themselves" },
          { value: "true", text: "must match in colour" },
        ])}
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
      label="Water poured into a batch"
      unit={entry.name}
      value={water === null ? null : entry.show(water * perBatch)}
      empty="usual"
      onKeep={(amount) =>
        editor.change(
          (now) => withField(now, "/mix/water_per_bag_l", amount === null ? null : entry.read(amount) / perBatch),
          `${amount ?? "The usual"} ${entry.name} into a batch`,
        )
      }
    />
  );
}
