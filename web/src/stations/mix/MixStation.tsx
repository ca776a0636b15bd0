import { useQuery } from "@tanstack/react-query";
import type { Job, Shop } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { shopQuery } from "@/api/queries";
import { Select } from "@/parts/Choice";
import { Findings } from "@/parts/Findings";
import { NumberField } from "@/parts/NumberField";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { WATER, writeVolume } from "@/units/quantity";
import { Bench } from "../job/Bench";
import { Care } from "../job/Care";
import { findingsOf, type StationProps, useApply } from "../job/station";
import { BagShelf } from "./BagShelf";
import { BatchRow } from "./BatchRow";
import { WaterGauge } from "./WaterGauge";

/** Mix: the bags to have, the water they take, the batches they make. */
export function MixStation({ editor }: StationProps) {
  const { units } = usePreferences();
  const { job, plan } = editor.shown;
  const { data: shop } = useQuery(shopQuery);
  const apply = useApply(editor);
  const mix = plan.mix;

  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">First</h2>
        <Findings findings={findingsOf(plan, "mix")} onChange={apply} />
      </section>
      {mix.mixed && (
        <section aria-label="On the day">
          <h2 className="mb-1 text-lg font-bold">On the day</h2>
          <dl>
            <FigureLine label="The first batch found, a bag" figure={mix.mixed.dose_found} />
            <FigureLine label="Mixed so far" figure={mix.mixed.bags_used} />
            <FigureLine label="To go, without spare" figure={mix.mixed.bags_to_go} />
          </dl>
          <p className="mt-1 text-soft">Every later batch gets what the first one took.</p>
        </section>
      )}
      <section aria-label="Figures">
        <h2 className="mb-1 text-lg font-bold">To buy and to mix</h2>
        <dl>
          <FigureLine label={`Bags of ${mix.bag_name}`} figure={mix.bags} />
          {mix.choices.map((choice) => (
            <FigureLine key={choice.bag} label={`or of ${choice.name}`} figure={choice.bags} />
          ))}
          <FigureLine
            label="Volume to pour"
            figure={mix.poured_volume}
            text={writeVolume(mix.poured_volume.value, units)}
          />
          <FigureLine
            label="with spare"
            figure={mix.volume_with_spare}
            text={writeVolume(mix.volume_with_spare.value, units)}
          />
          <FigureLine label="Left over" figure={mix.left_over} text={writeVolume(mix.left_over.value, units)} />
          <FigureLine label="Water to start a bag" figure={mix.water_start} />
          <FigureLine label="Fresh density" figure={mix.density} />
        </dl>
      </section>
      <Care lines={mix.care} />
    </>
  );

  return (
    <Bench editor={editor} title="Mix" ticket={ticket} findings={findingsOf(plan, "mix")}>
      <div className="mx-auto max-w-3xl space-y-8 p-5">
        <BagShelf mix={mix} inHand={job.mix.bags_in_hand ?? null} />
        <WaterGauge mix={mix} units={units} />
        <BatchRow mix={mix} />
        {shop && <Choices job={job} shop={shop} editor={editor} />}
      </div>
    </Bench>
  );
}

function Choices({ job, shop, editor }: { job: Job; shop: Shop; editor: Editor }) {
  const { units } = usePreferences();
  const mix = shop.mixes?.find((one) => one.id === job.mix.mix) ?? shop.mixes?.[0];
  const water = WATER[units];
  const set = (field: keyof Job["mix"], value: unknown, what: string) =>
    editor.change((now) => withField(now, `/mix/${field}`, value), what);
  const named = (one: { id: string; name: string }) => ({ value: one.id, text: one.name });
  return (
    <section aria-label="Choices">
      <h2 className="mb-1 text-lg font-bold">What it is mixed from, and in</h2>
      <div className="grid gap-x-8 sm:grid-cols-2">
        <Select
          label="Mix"
          value={mix?.id ?? ""}
          choices={(shop.mixes ?? []).map(named)}
          onChoose={(id) => void set("mix", id, `Mixed from ${id}`)}
        />
        <Select
          label="Bag"
          value={job.mix.bag}
          choices={(mix?.sizes ?? []).map(named)}
          onChoose={(bag) => void set("bag", bag, `Bags of ${bag}`)}
        />
        <Select
          label="Mixed in"
          value={job.mix.container}
          choices={(shop.containers ?? []).map(named)}
          onChoose={(container) => void set("container", container, `Mixed in the ${container}`)}
        />
        <NumberField
          label="Bags in hand"
          value={job.mix.bags_in_hand ?? null}
          empty="not counted"
          onKeep={(bags) => set("bags_in_hand", bags, `${bags ?? "Uncounted"} bags in hand`)}
        />
        <NumberField
          label="Spare"
          unit="%"
          value={(job.mix.spare ?? 0.1) * 100}
          onKeep={(percent) => set("spare", (percent ?? 0) / 100, `Spare ${percent} %`)}
        />
        <NumberField
          label="Whole bags over, at least"
          value={job.mix.least_bags_over ?? 1}
          onKeep={(bags) => set("least_bags_over", bags, `At least ${bags} bags over`)}
        />
        <NumberField
          label="Water a bag"
          unit={water.name}
          value={job.mix.water_per_bag_l == null ? null : job.mix.water_per_bag_l / water.litres}
          empty="usual"
          onKeep={(amount) =>
            set(
              "water_per_bag_l",
              amount === null ? null : amount * water.litres,
              amount === null ? "The usual water" : `${amount} ${water.name} of water a bag`,
            )
          }
        />
        <NumberField
          label="Bags a batch"
          value={job.mix.bags_per_batch ?? null}
          empty="what fits"
          onKeep={(bags) => set("bags_per_batch", bags, `${bags ?? "What fits"} bags a batch`)}
        />
      </div>
    </section>
  );
}
