import type { Piece, PiecePlan } from "@/api/client";
import { valueAt } from "@/api/editor";
import { SpecField } from "@/parts/SpecField";
import { specsOf } from "@/parts/specs";
import { whole } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { entryOf } from "@/units/quantity";
import type { Fields } from "./fields";

/** Where a piece changes in thickness, is divided at seams, what run it fills, and what it is to weigh. */
export function Divided({ piece, planned, fields }: { piece: Piece; planned: PiecePlan; fields: Fields }) {
  const { units } = usePreferences();
  const { length_mm, width_mm, mass_dry } = planned.measure;
  const mass = entryOf("kg", units).show(mass_dry.value);
  const seams = piece.seams;
  const newSeam = {
    id: `seam-${Math.max(0, ...seams.map((seam) => Number(seam.id.split("-")[1]) || 0)) + 1}`,
    side: length_mm >= width_mm ? "left" : "front",
    offset: whole(Math.max(length_mm, width_mm) / 2, units),
  };
  const toggles: {
    key: "taper" | "run" | "weight";
    on: string;
    off: string;
    of: "Taper" | "Run" | "WantedWeight";
    start: object;
  }[] = [
    {
      key: "taper",
      on: "Add a taper",
      off: "Remove the taper",
      of: "Taper",
      start: { thickness: whole(Math.max(20, piece.thickness.mm - 10), units) },
    },
    {
      key: "run",
      on: "Add a run",
      off: "Remove the run",
      of: "Run",
      start: { run: whole(length_mm * piece.count, units) },
    },
    {
      key: "weight",
      on: "Add a weight wanted",
      off: "Remove the weight wanted",
      of: "WantedWeight",
      start: { mass_kg: entryOf("kg", units).read(Math.max(1, Math.round(mass))) },
    },
  ];
  return (
    <section aria-label="Thickness, seams, runs and weight">
      <h2 className="mb-1 text-lg font-bold">Taper, seams, run, weight</h2>
      {toggles.map(({ key, on, off, of, start }) => {
        const values = piece[key];
        if (!values) {
          return (
            <button
              key={key}
              type="button"
              className="button mt-2 mr-2"
              onClick={() => void fields.pieceField(key, start)}
            >
              {on}
            </button>
          );
        }
        return (
          <div key={key} className="pb-2">
            {specsOf(of).map((spec) => (
              <SpecField
                key={spec.key}
                spec={spec}
                value={valueAt(values, `/${spec.key}`)}
                start={spec.key === "deep" ? whole(deepOf(piece, length_mm, width_mm), units) : undefined}
                onKeep={(value) => fields.pieceField(`${key}/${spec.key}`, value)}
              />
            ))}
            <button type="button" className="button mt-2" onClick={() => void fields.pieceField(key, null)}>
              {off}
            </button>
          </div>
        );
      })}
      {seams.map((seam, index) => (
        <fieldset key={seam.id} aria-label={`Seam ${index + 1}`} className="pb-2">
          <legend className="pt-2 font-bold">Seam {index + 1}</legend>
          {specsOf("Seam").map((spec) => (
            <SpecField
              key={spec.key}
              spec={spec}
              value={valueAt(seam, `/${spec.key}`)}
              onKeep={(value) => fields.pieceField(`seams/${index}/${spec.key}`, value)}
            />
          ))}
          <button
            type="button"
            className="button mt-2"
            onClick={() => void fields.pieceField("seams", seams.toSpliced(index, 1))}
          >
            Remove seam {index + 1}
          </button>
        </fieldset>
      ))}
      <button
        type="button"
        className="button mt-2"
        onClick={() => void fields.pieceField("seams", [...seams, newSeam])}
      >
        Add a seam
      </button>
    </section>
  );
}

/** What the rows of a field come to, with the gaps between them [mm]. */
function deepOf({ run }: Piece, length_mm: number, width_mm: number): number {
  if (!run) return 0;
  const across = run.along === "length" ? width_mm : length_mm;
  return run.rows * across + (run.rows - 1) * run.row_gap.mm + 2 * run.row_end.mm;
}
