import { lazy, Suspense, useState } from "react";
import { useJobEditor } from "@/api/editing";
import { Choice } from "@/parts/Choice";
import { Findings } from "@/parts/Findings";
import { Bench } from "../job/Bench";
import { PieceSelect } from "../job/PieceSelect";
import { findingsOf, useApply } from "../job/station";
import { DimensionList } from "./DimensionList";
import { AddMenu, ArrangeMenu } from "./FeatureMenus";
import { fieldsOf } from "./fields";
import { ImportDrawing } from "./ImportDrawing";
import { MeasureDrawing } from "./MeasureDrawing";
import { PieceFigures } from "./PieceFigures";
import { PieceFiles } from "./PieceFiles";
import { Pieces } from "./Pieces";
import { WorkOut } from "./WorkOut";

const Turned = lazy(() => import("./Turned"));

type Seen = "lies" | "stands" | "turned";

/** Measure: the piece drawn to scale, its dimensions edited where they stand. */
export function MeasureStation() {
  const editor = useJobEditor();
  const [pieceIndex, setPieceIndex] = useState(0);
  const [seen, setSeen] = useState<Seen>("lies");
  const [importing, setImporting] = useState(false);
  const [pieces, setPieces] = useState(false);
  const { job, plan } = editor.shown;
  const at = Math.min(pieceIndex, job.pieces.length - 1);
  const [piece, planned] = [job.pieces[at], plan.pieces[at]];
  const [selected, setSelected] = useState<string[]>(piece?.features[0] ? [piece.features[0].id] : []);
  const apply = useApply();
  if (!piece || !planned) return null;
  const fields = fieldsOf(editor, at);
  const found = findingsOf(plan, "measure").filter((one) => one.piece === null || one.piece === piece.id);

  function remove(ids: readonly string[]) {
    const first = piece?.features.find((feature) => ids.includes(feature.id));
    setSelected([]);
    void fields.features(
      (all) => all.filter((feature) => !ids.includes(feature.id)),
      `Removed ${ids.length === 1 ? first?.name : `${ids.length} features`}`,
    );
  }

  const tools = (
    <>
      <PieceSelect
        job={job}
        index={at}
        onChoose={(index) => {
          setPieceIndex(index);
          setSelected([]);
        }}
      />
      {!editor.readOnly && (
        <>
          <AddMenu
            piece={piece}
            fields={fields}
            onSelect={setSelected}
            onImport={() => setImporting(true)}
            onPieces={() => setPieces(true)}
          />
          <ArrangeMenu
            piece={piece}
            measure={planned.measure}
            selected={selected}
            fields={fields}
            onSelect={setSelected}
            onRemove={remove}
          />
        </>
      )}
      <Choice
        label="View"
        value={seen}
        choices={[
          { value: "lies", text: "In the form" },
          { value: "stands", text: "Finished" },
          { value: "turned", text: "3D" },
        ]}
        onChoose={setSeen}
      />
    </>
  );
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">Fix first</h2>
        <Findings findings={found} onChange={apply} />
      </section>
      <PieceFigures measure={planned.measure} />
      {!editor.readOnly && <WorkOut piece={piece} planned={planned} />}
      <DimensionList
        job={job}
        piece={piece}
        planned={planned}
        site={plan.site}
        fields={fields}
        selected={selected}
        onSelect={setSelected}
        onRemove={(id) => remove([id])}
      />
      {!editor.readOnly && <PieceFiles jobId={editor.kept.id} pieceId={piece.id} />}
    </>
  );

  return (
    <Bench title="Measure" tools={tools} ticket={ticket} findings={found}>
      {seen === "turned" ? (
        <Suspense fallback={<p className="p-5">Loading 3D …</p>}>
          <Turned piece={piece} />
        </Suspense>
      ) : (
        <MeasureDrawing
          key={piece.id}
          pieceIndex={at}
          piece={piece}
          planned={planned}
          findings={plan.findings}
          lies={seen === "lies"}
          selected={selected}
          fields={fields}
          onSelect={setSelected}
          onRemove={remove}
        />
      )}
      {importing && (
        <ImportDrawing piece={piece} planned={planned} fields={fields} onClose={() => setImporting(false)} />
      )}
      {pieces && <Pieces onChoose={setPieceIndex} onClose={() => setPieces(false)} />}
    </Bench>
  );
}
