import { useState } from "react";
import type { CastingView } from "@/api/records";
import { Select } from "@/parts/Choice";
import { figureText } from "@/parts/figures";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";

/** A shop's scale tells no less apart. */
const FELT = 0.005;

/** What the next casting of a weight takes, and which castings on the shelf match. */
export function Matching({ view }: { view: CastingView }) {
  const { units } = usePreferences();
  const { piece, casting, next_dry_mix } = view;
  const sizes = Object.keys(view.sets).filter((size) => view.sets[size]?.length);
  const [chosen, choose] = useState<string | null>(null);
  const size = chosen ?? sizes[0];
  if (!next_dry_mix && size === undefined) return null;
  return (
    <section aria-label="Matching weights" className="mt-6">
      {next_dry_mix && piece.weight && (
        <p>
          For {write(piece.weight.mass_kg, "weighed", units)}, weigh out{" "}
          <b className="figure">{figureText(next_dry_mix, units)}</b> of dry mix for the next one.
        </p>
      )}
      {size !== undefined && (
        <>
          <h2 className="mt-3 border-b-2 border-ink pb-1 text-lg font-bold">
            {size === "2" ? "Pairs that match" : `Sets of ${size} that match`}
          </h2>
          {sizes.length > 1 && (
            <Select
              label="Castings in a set"
              value={size}
              choices={sizes.map((one) => ({ value: one, text: one }))}
              onChoose={choose}
            />
          )}
          <ul>
            {view.sets[size]?.map(({ serials, differ }) => (
              <li
                key={serials[0]}
                className={`flex min-h-9 justify-between gap-4 border-b border-line ${serials.includes(casting.serial) ? "font-bold" : ""}`}
              >
                <span>{serials.map((one) => `#${one}`).join(size === "2" ? " and " : ", ")}</span>
                <span className="figure">{differ < FELT ? "alike" : `${write(differ, "share", units)} apart`}</span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
