import type { PiecePlan } from "@/api/client";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { writeVolume } from "@/units/quantity";

/** What a piece measures, weighs and asks for. */
export function PieceFigures({ measure }: { measure: PiecePlan["measure"] }) {
  const { units } = usePreferences();
  return (
    <section aria-label="Figures">
      <h2 className="mb-1 text-lg font-bold">Figures</h2>
      <dl>
        <FigureLine label="Volume" figure={measure.volume} text={writeVolume(measure.volume.value, units)} />
        <FigureLine label="Weight fresh" figure={measure.mass_fresh} />
        <FigureLine label="Weight at stripping" figure={measure.mass_stripped} />
        <FigureLine label="Weight air-dry" figure={measure.mass_dry} />
        <FigureLine label="Exposed area" figure={measure.show_area} />
        <FigureLine label="Form contact area" figure={measure.form_contact} />
        {measure.tape_checks.length === 1 &&
          measure.tape_checks.map((tape) => <FigureLine key={tape.name} label={tape.name} figure={tape.length} />)}
        {measure.thinnest_web && <FigureLine label="Thinnest web" figure={measure.thinnest_web.width} />}
        {measure.thinnest_floor && <FigureLine label="Least floor" figure={measure.thinnest_floor} />}
        {measure.bolts.map((bolt) => (
          <FigureLine key={bolt.feature} label={`${bolt.name}: length`} figure={bolt.length} />
        ))}
        {measure.bolts.map(
          (bolt) =>
            bolt.stands_out && (
              <FigureLine
                key={`${bolt.feature} out`}
                label={`${bolt.name}: least projection`}
                figure={bolt.stands_out}
              />
            ),
        )}
        {measure.sleeves.map((sleeve) => (
          <FigureLine key={sleeve.feature} label={`${sleeve.name}: play`} figure={sleeve.play} />
        ))}
        {measure.heads.map((bar) => (
          <FigureLine key={bar.feature} label={`${bar.name}: both heads, dry`} figure={bar.mass_dry} />
        ))}
        {measure.heads.map(
          (bar) => bar.grip && <FigureLine key={`${bar.feature} grip`} label={`${bar.name}: grip`} figure={bar.grip} />,
        )}
        {measure.section && <FigureLine label="Section length" figure={measure.section} />}
        {measure.closing && <FigureLine label="Run error, likely" figure={measure.closing.likely} />}
        {measure.closing && <FigureLine label="Run error, worst" figure={measure.closing.worst} />}
        {measure.parts.map((part, index) => (
          <FigureLine key={part.path.join(" ")} label={`Casting ${index + 1}`} figure={part.mass_fresh} />
        ))}
        {measure.edge_lengths.map((edge) => (
          <FigureLine key={edge.kind} label={`Edge: ${edge.kind}`} figure={edge.length} />
        ))}
      </dl>
      {measure.tape_checks.length > 1 && (
        <details className="border-b border-line">
          <summary className="min-h-11 cursor-pointer py-2.5">Diagonals to check</summary>
          <dl>
            {measure.tape_checks.map((tape) => (
              <FigureLine key={tape.name} label={tape.name} figure={tape.length} />
            ))}
          </dl>
        </details>
      )}
      <p className="mt-2 text-soft">Tap a figure to see how it is worked out.</p>
    </section>
  );
}
