import { useQuery } from "@tanstack/react-query";
import type { Job, Plan, Shop } from "@/api/client";
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
import { BagsHere } from "./BagsHere";
import { BatchRow } from "./BatchRow";
import { ClockRow } from "./ClockRow";
import { DoseList } from "./DoseList";
import { FeelPanel } from "./FeelPanel";
import { ScratchFields, Weighed } from "./ScratchFields";
import { WaterCurve } from "./WaterCurve";
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
          <FigureLine label={mix.scratch ? "Measures to mix" : "Bags to mix"} figure={mix.to_mix} />
          {!mix.scratch && <FigureLine label="Likely stay closed, to return" figure={mix.bags_back} />}
          <FigureLine label="Left over" figure={mix.left_over} text={writeVolume(mix.left_over.value, units)} />
          <FigureLine label="Water to start a bag" figure={mix.water_start} />
          {mix.water_shift && <FigureLine label="What is dosed changes the water" figure={mix.water_shift} />}
          {mix.set_shift && <FigureLine label="and the time to set" figure={mix.set_shift} />}
          <FigureLine label="Fresh density" figure={mix.density} />
          <FigureLine label={`The ${mix.container_name.toLowerCase()}, filled`} figure={mix.container_filled} />
          <FigureLine label="The heaviest form, with its mix" figure={mix.form} />
          {mix.slurry && <FigureLine label="Slurry for the voids" figure={mix.slurry} />}
          {mix.standby.map((one) => (
            <FigureLine key={one.mould} label={`The rest fills, ${one.mould}`} figure={one.count} />
          ))}
        </dl>
        <a className="button mt-3 inline-flex items-center" href={`/shopping?job=${editor.kept.id}`}>
          Shopping list
        </a>
      </section>
      <section aria-label="Each casting">
        <h2 className="mb-1 text-lg font-bold">Each casting</h2>
        {mix.pieces.map((one) => (
          <div key={one.piece} className="mb-2">
            <h3 className="font-bold">{plan.pieces.find((piece) => piece.id === one.piece)?.name}</h3>
            <dl>
              <FigureLine label="Dry mix in it" figure={one.dry_mix} />
              <FigureLine label="Its share of a batch" figure={one.share} />
            </dl>
          </div>
        ))}
      </section>
      <Care lines={mix.care} />
    </>
  );

  return (
    <Bench editor={editor} title="Mix" ticket={ticket} findings={findingsOf(plan, "mix")}>
      <div className="mx-auto max-w-3xl space-y-8 p-5">
        <BagShelf mix={mix} inHand={job.mix.bags_in_hand ?? null} />
        {shop && <ScratchFields job={job} shop={shop} editor={editor} />}
        <Weighed mix={mix} />
        <Sets mix={mix} />
        {shop && <BagsHere job={job} shop={shop} editor={editor} />}
        <WaterGauge mix={mix} units={units} />
        {!mix.scratch && (
          <WaterCurve
            mix={mix}
            units={units}
            onPreview={(litres) => editor.preview((now) => withField(now, "/mix/water_per_bag_l", litres))}
            onKeep={(litres) =>
              void editor.change((now) => withField(now, "/mix/water_per_bag_l", litres), `${litres} l of water a bag`)
            }
          />
        )}
        {shop && <DoseList job={job} shop={shop} mix={mix} editor={editor} />}
        <BatchRow mix={mix} />
        <ClockRow mix={mix} people={job.mix.people ?? 2} />
        <FeelPanel mix={mix} editor={editor} />
        {shop && <Choices job={job} shop={shop} perBatch={mix.bags_per_batch} editor={editor} />}
      </div>
    </Bench>
  );
}

const SETTLED = ["vibrated on the bench", "tapped", "shaken or dropped", "turned over wet"] as const;

/** The cheapest set of bags that suffices, and what a bag less or more would leave. */
function Sets({ mix }: { mix: Plan["mix"] }) {
  const { units } = usePreferences();
  const { cheapest, one_less, one_more } = mix.sets;
  if (mix.scratch) return null;
  const said = (set: Plan["mix"]["sets"]["cheapest"]) =>
    set.bags.map((one) => `${one.count} of ${one.name}`).join(" and ");
  const over = (litres: number) =>
    litres < 0
      ? `short by ${writeVolume(-litres, units)} without any spare`
      : `${writeVolume(litres, units)} over the bare volume`;
  return (
    <section aria-label="Sets of bags">
      <h2 className="text-lg font-bold">
        {cheapest.cost === null ? "Least left over" : "Cheapest"}: {said(cheapest)}
        {cheapest.cost !== null && (cheapest.cost > 0 ? `, ${cheapest.cost.toFixed(2)} to pay` : ", all of it is here")}
      </h2>
      <p>{over(cheapest.over_l)}.</p>
      {one_less && (
        <p className="text-soft">
          One less, {said(one_less)}: {over(one_less.over_l)}.
        </p>
      )}
      {one_more && (
        <p className="text-soft">
          One more, {said(one_more)}: {over(one_more.over_l)}.
        </p>
      )}
    </section>
  );
}

function Choices({ job, shop, perBatch, editor }: { job: Job; shop: Shop; perBatch: number; editor: Editor }) {
  const { units } = usePreferences();
  const mix = shop.mixes?.find((one) => one.id === job.mix.mix) ?? shop.mixes?.[0];
  const water = WATER[units];
  const matched = job.pieces.some((piece) => piece.matches);
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
        <Select
          label="What is poured"
          value={job.mix.work ?? "form"}
          choices={[
            { value: "form", text: "into forms" },
            { value: "packed", text: "packed by hand" },
            { value: "ground", text: "on the ground" },
          ]}
          onChoose={(work) => void set("work", work, `Poured: ${work}`)}
        />
        <NumberField
          label="Spare"
          unit="%"
          value={job.mix.spare == null ? null : job.mix.spare * 100}
          empty="by the work"
          onKeep={(percent) =>
            set("spare", percent === null ? null : percent / 100, `Spare ${percent ?? "by the work"} %`)
          }
        />
        <Select
          label="Bought"
          value={job.mix.buy ?? "one size"}
          choices={[
            { value: "one size", text: "in one size" },
            { value: "cheapest set", text: "as the cheapest set" },
          ]}
          onChoose={(buy) => void set("buy", buy, `Bought: ${buy}`)}
        />
        <Select
          label="The castings"
          value={job.mix.one_colour ? "match" : "alone"}
          choices={[
            { value: "alone", text: matched ? "as their sets say" : "stand by themselves" },
            { value: "match", text: "must match in colour" },
          ]}
          onChoose={(how) => void set("one_colour", how === "match", `The castings ${how}`)}
        />
        <NumberField
          label="Cement in the dry mix"
          unit="%"
          value={job.mix.cement_share == null ? null : job.mix.cement_share * 100}
          empty={mix?.cement_share ? `${mix.cement_share * 100}` : "not known"}
          onKeep={(percent) => set("cement_share", percent === null ? null : percent / 100, `Cement ${percent} %`)}
        />
        <Select
          label="Settled in the form"
          value={job.mix.settled ?? "vibrated on the bench"}
          choices={SETTLED.map((value) => ({ value, text: value }))}
          onChoose={(how) => void set("settled", how, `The mix is ${how}`)}
        />
        <NumberField
          label="Left open by packing"
          unit="%"
          value={(job.mix.void_share ?? 0) * 100}
          onKeep={(percent) => set("void_share", (percent ?? 0) / 100, `${percent} % left open`)}
        />
        <NumberField
          label="People at it"
          value={job.mix.people ?? 2}
          onKeep={(people) => set("people", people ?? 1, `${people} people at it`)}
        />
        <NumberField
          label="A cupful stiffened after"
          unit="min"
          value={job.mix.workable_min ?? null}
          empty="not tried"
          onKeep={(minutes) => set("workable_min", minutes, `A cupful stiffened after ${minutes ?? "?"} min`)}
        />
        <NumberField
          label="Minutes to mix a bag"
          value={job.mix.minutes_mixing ?? 5}
          onKeep={(minutes) => set("minutes_mixing", minutes ?? 5, `${minutes} min to mix a bag`)}
        />
        <NumberField
          label="Minutes to place a bag"
          value={job.mix.minutes_placing ?? 4}
          onKeep={(minutes) => set("minutes_placing", minutes ?? 4, `${minutes} min to place a bag`)}
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
          label="Water poured into a batch"
          unit={water.name}
          value={job.mix.water_per_bag_l == null ? null : (job.mix.water_per_bag_l * perBatch) / water.litres}
          empty="usual"
          onKeep={(amount) =>
            set(
              "water_per_bag_l",
              amount === null ? null : (amount * water.litres) / perBatch,
              `${amount ?? "The usual"} ${water.name} into a batch`,
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
