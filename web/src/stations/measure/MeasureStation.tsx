import { DropdownMenu } from "radix-ui";
import { lazy, Suspense, useState } from "react";
import type { Feature } from "@/api/client";
import { Choice } from "@/parts/Choice";
import { Findings } from "@/parts/Findings";
import { Menu } from "@/parts/Menu";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { writeVolume } from "@/units/quantity";
import { Bench } from "../job/Bench";
import { PieceSelect } from "../job/PieceSelect";
import { findingsOf, type StationProps, useApply } from "../job/station";
import { type Arrangement, arranged } from "./arrange";
import { DimensionList } from "./DimensionList";
import { edgesOf } from "./FeatureFields";
import { fieldsOf, freshId } from "./fields";
import { ImportDrawing } from "./ImportDrawing";
import { FEATURES } from "./kinds";
import { MeasureDrawing } from "./MeasureDrawing";
import { newFeature } from "./newFeatures";
import { Pieces } from "./Pieces";
import { WorkOut } from "./WorkOut";

const Turned = lazy(() => import("./Turned"));

type Seen = "lies" | "stands" | "turned";

const ARRANGEMENTS: readonly (readonly [Arrangement, string, least: number])[] = [
  ["mirror across", "Mirror left to right", 1],
  ["mirror deep", "Mirror front to back", 1],
  ["align left", "Line up their left sides", 2],
  ["align middle", "Line up their middles, left to right", 2],
  ["align right", "Line up their right sides", 2],
  ["align front", "Line up their front sides", 2],
  ["align centre", "Line up their middles, front to back", 2],
  ["align back", "Line up their back sides", 2],
  ["distribute across", "Equal gaps, left to right", 3],
  ["distribute deep", "Equal gaps, front to back", 3],
];

/** Measure: the piece drawn to scale, its dimensions edited where they stand. */
export function MeasureStation({ editor }: StationProps) {
  const { units } = usePreferences();
  const [pieceIndex, setPieceIndex] = useState(0);
  const [seen, setSeen] = useState<Seen>("lies");
  const [importing, setImporting] = useState(false);
  const [pieces, setPieces] = useState(false);
  const { job, plan } = editor.shown;
  const at = Math.min(pieceIndex, job.pieces.length - 1);
  const [piece, planned] = [job.pieces[at], plan.pieces[at]];
  const [selected, setSelected] = useState<string[]>(piece?.features?.[0] ? [piece.features[0].id] : []);
  const apply = useApply(editor);
  if (!piece || !planned) return null;
  const fields = fieldsOf(editor, at);
  const { measure } = planned;
  const size = { length: measure.length_mm, width: measure.width_mm };
  const features = piece.features ?? [];
  const chosen = features.filter((feature) => selected.includes(feature.id));
  const named = chosen.length === 1 ? chosen[0]?.name : `${chosen.length} features`;

  function add(kind: Exclude<Feature["kind"], "cutout">) {
    if (!piece || !planned) return;
    const feature = newFeature(kind, piece, size, edgesOf(planned), units);
    void fields.features((all) => [...all, feature], `Added ${feature.name}`).then(() => setSelected([feature.id]));
  }

  function remove(ids: readonly string[]) {
    const [first] = features.filter((feature) => ids.includes(feature.id));
    setSelected([]);
    void fields.features(
      (all) => all.filter((feature) => !ids.includes(feature.id)),
      `Removed ${ids.length === 1 ? first?.name : `${ids.length} features`}`,
    );
  }

  function duplicate() {
    if (!piece) return;
    let now = piece;
    const copies = chosen.map((feature) => {
      const copy = { ...feature, id: freshId(now, feature.id) } as Feature;
      if ("x" in copy) copy.x = { ...copy.x, offset: { mm: copy.x.offset.mm + 30, typed: null } };
      now = { ...now, features: [...(now.features ?? []), copy] };
      return copy;
    });
    void fields
      .features((all) => [...all, ...copies], `Duplicated ${named}`)
      .then(() => setSelected(copies.map((copy) => copy.id)));
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
      <Menu label="Add">
        {(Object.keys(FEATURES) as Feature["kind"][])
          .filter((kind): kind is Exclude<Feature["kind"], "cutout"> => kind !== "cutout")
          .map((kind) => (
            <Menu.Item key={kind} onSelect={() => add(kind)}>
              {FEATURES[kind].name}
            </Menu.Item>
          ))}
        <DropdownMenu.Separator className="my-1 border-t border-line" />
        <Menu.Item onSelect={() => setImporting(true)}>From a drawing …</Menu.Item>
        <Menu.Item onSelect={() => setPieces(true)}>Another piece …</Menu.Item>
      </Menu>
      {chosen.length > 0 && (
        <Menu label="Arrange">
          <Menu.Item onSelect={duplicate}>Duplicate</Menu.Item>
          {ARRANGEMENTS.filter(([, , least]) => chosen.length >= least).map(([how, text]) => (
            <Menu.Item
              key={how}
              onSelect={() =>
                void fields.features((all) => arranged(how, all, selected, measure.features, size), `${text}: ${named}`)
              }
            >
              {text}
            </Menu.Item>
          ))}
          <Menu.Item onSelect={() => remove(selected)}>Remove</Menu.Item>
        </Menu>
      )}
      <Choice
        label="Seen"
        value={seen}
        choices={[
          { value: "lies", text: "as it lies" },
          { value: "stands", text: "as it stands" },
          { value: "turned", text: "by hand" },
        ]}
        onChoose={setSeen}
      />
    </>
  );

  const found = findingsOf(plan, "measure").filter((one) => one.piece === null || one.piece === piece.id);
  const ticket = (
    <>
      <section aria-label="Findings">
        <h2 className="mb-3 text-lg font-bold">First</h2>
        <Findings findings={found} onChange={apply} />
      </section>
      <section aria-label="Figures">
        <h2 className="mb-1 text-lg font-bold">This piece</h2>
        <dl>
          <FigureLine label="Volume" figure={measure.volume} text={writeVolume(measure.volume.value, units)} />
          <FigureLine label="Mass wet" figure={measure.mass_fresh} />
          <FigureLine label="Mass stripped" figure={measure.mass_stripped} />
          <FigureLine label="Mass dry" figure={measure.mass_dry} />
          <FigureLine label="Shows" figure={measure.show_area} />
          <FigureLine label="Touches the form" figure={measure.form_contact} />
          {measure.tape_checks.length === 1 &&
            measure.tape_checks.map((tape) => <FigureLine key={tape.name} label={tape.name} figure={tape.length} />)}
          {measure.thinnest_web && <FigureLine label="Thinnest web" figure={measure.thinnest_web.width} />}
          {measure.thinnest_floor && <FigureLine label="Thinnest floor" figure={measure.thinnest_floor} />}
          {measure.bolts.map((bolt) => (
            <FigureLine key={bolt.feature} label={`${bolt.name}, length`} figure={bolt.length} />
          ))}
          {measure.bolts.map(
            (bolt) =>
              bolt.stands_out && (
                <FigureLine
                  key={`${bolt.feature} out`}
                  label={`${bolt.name} must stand out`}
                  figure={bolt.stands_out}
                />
              ),
          )}
          {measure.section && <FigureLine label="Each of the run" figure={measure.section} />}
          {measure.closing && <FigureLine label="Row off by, likely" figure={measure.closing.likely} />}
          {measure.closing && <FigureLine label="Row off by, at worst" figure={measure.closing.worst} />}
          {measure.parts.map((part, index) => (
            <FigureLine key={part.path.join(" ")} label={`Casting ${index + 1}`} figure={part.mass_fresh} />
          ))}
          {measure.edge_lengths.map((edge) => (
            <FigureLine key={edge.kind} label={`Edges, ${edge.kind}`} figure={edge.length} />
          ))}
        </dl>
        {measure.tape_checks.length > 1 && (
          <details className="border-b border-line">
            <summary className="min-h-11 cursor-pointer py-2.5">By tape, corner to corner</summary>
            <dl>
              {measure.tape_checks.map((tape) => (
                <FigureLine key={tape.name} label={tape.name} figure={tape.length} />
              ))}
            </dl>
          </details>
        )}
        <p className="mt-2 text-soft">Tap a figure to see how it is worked out.</p>
      </section>
      <WorkOut editor={editor} piece={piece} planned={planned} />
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
      <section aria-label="Files of this piece">
        <h2 className="mb-1 text-lg font-bold">As a file</h2>
        <div className="flex flex-wrap gap-2">
          {(["dxf", "svg", "stl", "3mf"] as const).map((form) => (
            <a
              key={form}
              className="button inline-flex items-center uppercase"
              href={`/api/jobs/${editor.kept.id}/pieces/${piece.id}/${form}`}
              download
            >
              {form}
            </a>
          ))}
        </div>
      </section>
    </>
  );

  return (
    <Bench editor={editor} title="Measure" tools={tools} ticket={ticket} findings={found}>
      {seen === "turned" ? (
        <Suspense fallback={<p className="p-5">Bringing it into the round …</p>}>
          <Turned piece={piece} />
        </Suspense>
      ) : (
        <MeasureDrawing
          key={piece.id}
          editor={editor}
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
      {pieces && <Pieces editor={editor} onChoose={setPieceIndex} onClose={() => setPieces(false)} />}
    </Bench>
  );
}
