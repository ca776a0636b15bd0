import { useQuery, useSuspenseQuery } from "@tanstack/react-query";
import { useState } from "react";
import { shopQuery } from "@/api/queries";
import { castingQuery, pourQuery } from "@/api/records";
import { FindingLines } from "@/parts/FindingLines";
import { LogLines } from "../records/LogLines";
import { ShopPage } from "../records/ShopHeader";
import { type Asked, AskOfCasting } from "./AskOfCasting";
import { CastingHead, CastingLife } from "./CastingLife";
import { DryingCurve } from "./DryingCurve";
import { Matching } from "./Matching";
import { PlacePlan } from "./PlacePlan";
import { WentIn } from "./WentIn";

/** One casting: its state, its past, and what was seen of it at its place. */
export function CastingPage({ castingId }: { castingId: string }) {
  const { data: view } = useSuspenseQuery(castingQuery(castingId));
  const { data: shop } = useQuery(shopQuery);
  const { data: pour } = useQuery(pourQuery(view.casting.pour_id));
  const [asked, setAsked] = useState<Asked | null>(null);
  const { casting, piece, plan, log, findings } = view;
  const zone = shop?.hours?.zone ?? "UTC";
  const acts = new Map(pour?.plan.cure.acts.map((act) => [act.id, act.name]));
  const spots = log
    .filter((entry) => entry.x_mm !== null && entry.y_mm !== null && !entry.replaced)
    .map((entry, number) => ({
      id: entry.id,
      x_mm: entry.x_mm ?? 0,
      y_mm: entry.y_mm ?? 0,
      label: String(number + 1),
    }));
  return (
    <ShopPage title={`Casting ${casting.serial}`}>
      <CastingHead view={view} zone={zone} onBecome={(state) => setAsked({ state })} />
      <div className="beside">
        <section aria-label="On the drawing">
          <PlacePlan piece={piece} plan={plan} spots={spots} />
          {view.drying && <DryingCurve drying={view.drying} />}
          <Matching view={view} />
        </section>
        <div>
          <CastingLife view={view} zone={zone} onBack={() => setAsked("back")} />
          {pour && <WentIn view={view} pour={pour} zone={zone} />}
        </div>
      </div>
      <section aria-label="Observation" className="mt-8">
        <div className="mb-2 flex items-center gap-4">
          <p className="flex-1 text-lg font-bold">Observation</p>
          <button type="button" className="button" onClick={() => setAsked("entry")}>
            Log
          </button>
        </div>
        {findings.length > 0 && (
          <div className="mb-4">
            <FindingLines findings={findings} />
          </div>
        )}
        {log.length === 0 && <p className="text-soft">Nothing yet: no weighing, no defect.</p>}
        <LogLines entries={log} zone={zone} acts={acts} onCorrect={(entry) => setAsked({ corrects: entry })} />
      </section>
      {asked && <AskOfCasting view={view} acts={acts} asked={asked} onClose={() => setAsked(null)} />}
    </ShopPage>
  );
}
