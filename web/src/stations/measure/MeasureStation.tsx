import { useState } from "react";
import type { Feature } from "@/api/client";
import { Choice } from "@/parts/Choice";
import { Findings } from "@/parts/Findings";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { writeVolume } from "@/units/quantity";
import { Bench } from "../job/Bench";
import { PieceSelect } from "../job/PieceSelect";
import { findingsOf, type StationProps, useApply } from "../job/station";
import { DimensionList } from "./DimensionList";
import { fieldsOf } from "./fields";
import { MeasureDrawing } from "./MeasureDrawing";
import { newHole, newOpening } from "./newFeatures";

/** Measure: the piece drawn to scale, its dimensions edited where they stand. */
export function MeasureStation({ editor }: StationProps) {
  const { units } = usePreferences();
  const [pieceIndex, setPieceIndex] = useState(0);
  const [lies, setLies] = useState(true);
  const { job, plan } = editor.shown;
  const piece = job.pieces[pieceIndex] ?? job.pieces[0];
  const planned = plan.pieces[pieceIndex] ?? plan.pieces[0];
  const [selected, setSelected] = useState<string | null>(piece?.features?.[0]?.id ?? null);
  const apply = useApply(editor);
  if (!piece || !planned) return null;
  const fields = fieldsOf(editor, pieceIndex);
  const measured = planned.measure;

  function add(feature: Feature) {
    void fields
      .piece((one) => ({ ...one, features: [...(one.features ?? []), feature] }), `Added ${feature.name}`)
      .then(() => setSelected(feature.id));
  }

  function remove(id: string) {
    const name = piece?.features?.find((feature) => feature.id === id)?.name ?? id;
    setSelected(null);
    void fields.piece(
      (one) => ({ ...one, features: (one.features ?? []).filter((feature) => feature.id !== id) }),
      `Removed ${name}`,
    );
  }

  const tools = (
    <>
      <PieceSelect job={job} index={pieceIndex} onChoose={setPieceIndex} />
      <button type="button" className="button" onClick={() => add(newOpening(piece, units))}>
        Add opening
      </button>
      <button type="button" className="button" onClick={() => add(newHole(piece, units))}>
        Add round hole
      </button>
      <Choice
        label="Seen"
        value={lies ? "lies" : "stands"}
        choices={[
          { value: "lies", text: "as it lies" },
          { value: "stands", text: "as it stands" },
        ]}
        onChoose={(seen) => setLies(seen === "lies")}
      />
    </>
  );

  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">First</h2>
        <Findings findings={findingsOf(plan, "measure")} onChange={apply} />
      </section>
      <section aria-label="Figures">
        <h2 className="mb-1 text-lg font-bold">This piece</h2>
        <dl>
          <FigureLine label="Volume" figure={measured.volume} text={writeVolume(measured.volume.value, units)} />
          <FigureLine label="Mass wet" figure={measured.mass_fresh} />
          <FigureLine label="Mass dry" figure={measured.mass_dry} />
          <FigureLine label="Shows" figure={measured.show_area} />
          <FigureLine label="Diagonals" figure={measured.diagonal} />
          {measured.thinnest_web && <FigureLine label="Thinnest web" figure={measured.thinnest_web.width} />}
        </dl>
        <p className="mt-2 text-soft">Tap a figure to see how it is worked out.</p>
      </section>
      <DimensionList
        jobName={job.name}
        piece={piece}
        fields={fields}
        selected={selected}
        onSelect={setSelected}
        onRemove={remove}
      />
    </>
  );

  return (
    <Bench editor={editor} title="Measure" tools={tools} ticket={ticket} findings={findingsOf(plan, "measure")}>
      <MeasureDrawing
        editor={editor}
        pieceIndex={pieceIndex}
        piece={piece}
        planned={planned}
        findings={plan.findings}
        lies={lies}
        selected={selected}
        fields={fields}
        onSelect={setSelected}
        onRemove={remove}
      />
    </Bench>
  );
}
