import { useJobEditor } from "@/api/editing";
import { Findings } from "@/parts/Findings";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { writeVolume } from "@/units/quantity";
import { Care } from "../job/Care";
import { findingsOf, useApply } from "../job/station";

/** What was found in the mix, and its figures. */
export function MixTicket() {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const { plan } = editor.shown;
  const apply = useApply();
  const { mix } = plan;
  return (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">Fix first</h2>
        <Findings findings={findingsOf(plan, "mix")} onChange={apply} />
      </section>
      {mix.mixed && (
        <section aria-label="On the day">
          <h2 className="mb-1 text-lg font-bold">On the day</h2>
          <dl>
            <FigureLine label="Water per bag, first batch" figure={mix.mixed.dose_found} />
            <FigureLine label="Mixed so far" figure={mix.mixed.bags_used} />
            <FigureLine label="Still to mix" figure={mix.mixed.bags_to_go} />
          </dl>
          <p className="mt-1 text-soft">Every later batch gets what the first one took.</p>
        </section>
      )}
      <section aria-label="Figures">
        <h2 className="mb-1 text-lg font-bold">Quantities</h2>
        <dl>
          <FigureLine label={`Bags of ${mix.bag_name}`} figure={mix.bags} />
          {mix.choices.map((choice) => (
            <FigureLine key={choice.bag} label={`or of ${choice.name}`} figure={choice.bags} />
          ))}
          <FigureLine
            label="Volume of the castings"
            figure={mix.poured_volume}
            text={writeVolume(mix.poured_volume.value, units)}
          />
          <FigureLine
            label="With allowance"
            figure={mix.volume_with_spare}
            text={writeVolume(mix.volume_with_spare.value, units)}
          />
          <FigureLine
            label={`${mix.scratch ? "Charges" : "Bags"} to mix${mix.turns.length > 0 ? ", each pour" : ""}`}
            figure={mix.to_mix}
          />
          {!mix.scratch && <FigureLine label="Bags likely left unopened" figure={mix.bags_back} />}
          <FigureLine
            label={mix.turns.length > 0 ? "Left over, each pour" : "Left over if all bags are mixed"}
            figure={mix.left_over}
            text={writeVolume(mix.left_over.value, units)}
          />
          <FigureLine label="Water to start a bag" figure={mix.water_start} />
          {mix.water_shift && <FigureLine label="Water change by admixtures" figure={mix.water_shift} />}
          {mix.set_shift && <FigureLine label="Change of setting time" figure={mix.set_shift} />}
          <FigureLine label="Fresh density" figure={mix.density} />
          <FigureLine label={`Full ${mix.container_name.toLowerCase()}`} figure={mix.container_filled} />
          <FigureLine label="Heaviest form, filled" figure={mix.form} />
          {mix.slurry && <FigureLine label="Slurry for the voids" figure={mix.slurry} />}
          {mix.standby.map((one) => (
            <FigureLine key={one.mould} label={`Leftover fills ${one.mould}`} figure={one.count} />
          ))}
        </dl>
        <a className="button mt-3 inline-flex items-center" href={`/shopping?job=${editor.kept.id}`}>
          Shopping list
        </a>
      </section>
      <section aria-label="Per casting">
        <h2 className="mb-1 text-lg font-bold">Per casting</h2>
        {mix.pieces.map((one) => (
          <div key={one.piece} className="mb-2">
            <h3 className="font-bold">{plan.pieces.find((piece) => piece.id === one.piece)?.name}</h3>
            <dl>
              <FigureLine label="Dry mix" figure={one.dry_mix} />
              <FigureLine label="Share of each batch" figure={one.share} />
            </dl>
          </div>
        ))}
      </section>
      <Care lines={mix.care} />
    </>
  );
}
