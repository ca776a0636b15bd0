import { useQuery } from "@tanstack/react-query";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { shopQuery } from "@/api/queries";
import { usePreferences } from "@/units/preferences";
import { Bench } from "../job/Bench";
import { findingsOf } from "../job/station";
import { BagSets } from "./BagSets";
import { BagShelf } from "./BagShelf";
import { BagsHere } from "./BagsHere";
import { BatchRow } from "./BatchRow";
import { ClockRow } from "./ClockRow";
import { DoseList } from "./DoseList";
import { FeelPanel } from "./FeelPanel";
import { MixChoices } from "./MixChoices";
import { MixTicket } from "./MixTicket";
import { ScratchFields, Weighed } from "./ScratchFields";
import { Turns } from "./Turns";
import { WaterCurve } from "./WaterCurve";
import { WaterGauge } from "./WaterGauge";

/** Mix: the bags to have, the water they take, the batches they make. */
export function MixStation() {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const { job, plan } = editor.shown;
  const { data: shop } = useQuery(shopQuery);
  const mix = plan.mix;
  return (
    <Bench title="Mix" ticket={<MixTicket />} findings={findingsOf(plan, "mix")}>
      <div className="mx-auto max-w-3xl space-y-8 p-5">
        <BagShelf mix={mix} inHand={job.mix.bags_in_hand} />
        <Turns />
        {shop && <ScratchFields shop={shop} />}
        <Weighed mix={mix} />
        <BagSets mix={mix} />
        {shop && <BagsHere shop={shop} />}
        <WaterGauge mix={mix} units={units} />
        {!mix.scratch && (
          <WaterCurve
            mix={mix}
            units={units}
            onPreview={(litres) => editor.preview((now) => withField(now, "/mix/water_per_bag_l", litres))}
            onKeep={(litres) =>
              void editor.letGo((now) => withField(now, "/mix/water_per_bag_l", litres), `${litres} l of water a bag`)
            }
          />
        )}
        {shop && <DoseList shop={shop} />}
        <BatchRow mix={mix} />
        <ClockRow mix={mix} people={job.mix.people} />
        <FeelPanel mix={mix} />
        {shop && <MixChoices shop={shop} />}
      </div>
    </Bench>
  );
}
