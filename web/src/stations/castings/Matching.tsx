import type { CastingView } from "@/api/records";
import { figureText } from "@/parts/figures";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";

/** A shop's scale tells no less apart. */
const FELT = 0.005;

/** What the next casting of a weight takes, and which castings on the shelf match. */
export function Matching({ view }: { view: CastingView }) {
  const { units } = usePreferences();
  const { piece, casting, next_dry_mix, pairs } = view;
  if (!next_dry_mix && pairs.length === 0) return null;
  return (
    <section aria-label="Matching weights" className="mt-6">
      {next_dry_mix && piece.weight && (
        <p>
          For {write(piece.weight.mass_kg, "weighed", units)}, weigh out{" "}
          <b className="figure">{figureText(next_dry_mix, units)}</b> of dry mix for the next one.
        </p>
      )}
      {pairs.length > 0 && (
        <>
          <h2 className="mt-3 border-b-2 border-ink pb-1 text-lg font-bold">Pairs that match</h2>
          <ul>
            {pairs.map((one) => {
              const own = one.lighter === casting.serial || one.heavier === casting.serial;
              return (
                <li
                  key={one.lighter}
                  className={`flex min-h-9 justify-between gap-4 border-b border-line ${own ? "font-bold" : ""}`}
                >
                  <span>
                    #{one.lighter} and #{one.heavier}
                  </span>
                  <span className="figure">
                    {one.differ < FELT ? "alike" : `${write(one.differ, "share", units)} apart`}
                  </span>
                </li>
              );
            })}
          </ul>
        </>
      )}
    </section>
  );
}
