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
}
