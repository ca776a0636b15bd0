import type { Feature, Job, Length, Piece, PiecePlan, Plan } from "@/api/client";
import { Choice, Select } from "@/parts/Choice";
import { LengthField } from "@/parts/LengthField";
import { NumberField } from "@/parts/NumberField";
import { SpecField } from "@/parts/SpecField";
import { TextField } from "@/parts/TextField";
import { usePreferences } from "@/units/preferences";
import { EdgeFields } from "./EdgeFields";
import { FeatureFields } from "./FeatureFields";
import type { Fields } from "./fields";
import { CORNER, OUTLINES, RUN, SEAM, type Spec, TAPER, typed, whole } from "./kinds";
import { SiteFields } from "./SiteFields";

interface Props {
  job: Job;
  piece: Piece;
  planned: PiecePlan;
  site: Plan["site"];
  fields: Fields;
  selected: readonly string[];
  onSelect: (ids: string[]) => void;
  onRemove: (id: string) => void;
}

/** Everything that describes the piece, as a list: the same fields as on the drawing, and those it has no room for. */
export function DimensionList({ job, piece, planned, site, fields, selected, onSelect, onRemove }: Props) {
  return (
    <>
      <section aria-label="Piece">
        <h2 className="mb-2 text-lg font-bold">Piece</h2>
        <TextField label="Job" value={job.name} onKeep={(name) => fields.jobField("name", name, `Named it ${name}`)} />
        <TextField
          label="Name"
          value={piece.name}
          onKeep={(name) => fields.piece((one) => ({ ...one, name }), `Named the piece ${name}`)}
        />
        <NumberField
          label="How many"
          value={piece.count ?? 1}
          onKeep={(count) => fields.piece((one) => ({ ...one, count: count ?? 1 }), `${piece.name}: ${count} of them`)}
        />
        <OutlineFields piece={piece} planned={planned} fields={fields} />
        <LengthField
          label={piece.drawn === "from the side" ? "Thickness, side to side" : "Thickness"}
          length={piece.thickness}
          onKeep={(text) => fields.pieceField("thickness", text)}
        />
        <Select
          label="Its outline is"
          value={piece.drawn ?? "in plan"}
          choices={[
            { value: "in plan", text: "in plan" },
            { value: "from the side", text: "from the side" },
          ]}
          onChoose={(drawn) => void fields.pieceField("drawn", drawn)}
        />
        <div className="flex min-h-14 items-center justify-between gap-3 border-b border-line">
          <span>Cast</span>
          <Choice
            label="Cast"
            value={piece.cast ?? "face down"}
            choices={[
              { value: "face down", text: "face down" },
              { value: "face up", text: "face up" },
            ]}
            onChoose={(cast) => void fields.piece((one) => ({ ...one, cast }), `Cast it ${cast}`)}
          />
        </div>
        <LengthField
          label="Ground off the face"
          length={piece.grind as Length}
          onKeep={(text) => fields.pieceField("grind", text)}
        />
        <TextField
          label="Matches the set"
          value={piece.matches ?? ""}
          onKeep={(set) => fields.pieceField("matches", set || null)}
        />
      </section>
      <EdgeFields piece={piece} planned={planned} fields={fields} />
      {(piece.features ?? []).map((feature: Feature) => (
        <FeatureFields
          key={feature.id}
          planned={planned}
          feature={feature}
          fields={fields}
          open={selected.includes(feature.id)}
          onOpen={(open) => onSelect(open ? [feature.id] : [])}
          onRemove={() => onRemove(feature.id)}
        />
      ))}
      <Divided piece={piece} planned={planned} fields={fields} />
      <SiteFields job={job} piece={piece} site={site} fields={fields} />
    </>
  );
}

function OutlineFields({ piece, planned, fields }: { piece: Piece; planned: PiecePlan; fields: Fields }) {
  const { units } = usePreferences();
  const { outline } = piece;
  const values = outline as unknown as Record<string, unknown>;
  const kinds = Object.entries(OUTLINES).filter(([kind]) => kind !== "imported" || outline.kind === "imported");
  return (
    <>
      <Select
        label="Outline"
        value={outline.kind}
        choices={kinds.map(([kind, { name }]) => ({ value: kind, text: name }))}
        onChoose={(kind) =>
          void fields.piece(
            (one) => ({ ...one, outline: startOutline(kind, planned, units === "in") }) as Piece,
            `${piece.name}: ${OUTLINES[kind as keyof typeof OUTLINES].name.toLowerCase()}`,
          )
        }
      />
      {OUTLINES[outline.kind].fields.map((spec) => (
        <SpecField
          key={spec.key}
          spec={spec}
          value={values[spec.key]}
          start={{ mm: 0, typed: null }}
          onKeep={(value) => fields.pieceField(`outline/${spec.key}`, value)}
        />
      ))}
      {outline.kind === "free" && <CornerFields corners={outline.corners} fields={fields} />}
    </>
  );
}

type Corner = Extract<Piece["outline"], { kind: "free" }>["corners"][number];

function CornerFields({ corners, fields }: { corners: readonly Corner[]; fields: Fields }) {
  const set = (next: readonly Corner[], what: string) =>
    fields.piece((one) => ({ ...one, outline: { kind: "free", corners: next } }) as Piece, what);
  return (
    <ol>
      {corners.map((corner, index) => {
        const values = corner as unknown as Record<string, unknown>;
        const after = corners[(index + 1) % corners.length] ?? corner;
        const middle = {
          ...corner,
          x: { mm: Math.round((corner.x.mm + after.x.mm) / 2), typed: null },
          y: { mm: Math.round((corner.y.mm + after.y.mm) / 2), typed: null },
          bow: { mm: 0, typed: null },
          radius: { mm: 0, typed: null },
          chamfer: { mm: 0, typed: null },
        };
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: a corner is known by its place in the row
          <li key={index}>
            <fieldset aria-label={`Corner ${index + 1}`}>
              <legend className="pt-3 font-bold">Corner {index + 1}</legend>
              {CORNER.map((spec) => (
                <SpecField
                  key={spec.key}
                  spec={spec}
                  value={values[spec.key]}
                  onKeep={(value) => fields.pieceField(`outline/corners/${index}/${spec.key}`, value)}
                />
              ))}
              <div className="flex gap-2 py-2">
                <button
                  type="button"
                  className="button"
                  onClick={() => void set(corners.toSpliced(index + 1, 0, middle), "A corner more")}
                >
                  One more after {index + 1}
                </button>
                {corners.length > 3 && (
                  <button
                    type="button"
                    className="button"
                    onClick={() => void set(corners.toSpliced(index, 1), `Took out corner ${index + 1}`)}
                  >
                    Take out {index + 1}
                  </button>
                )}
              </div>
            </fieldset>
          </li>
        );
      })}
    </ol>
  );
}

/** Where a piece changes in thickness, is divided at seams, and what run it fills. */
function Divided({ piece, planned, fields }: { piece: Piece; planned: PiecePlan; fields: Fields }) {
  const { units } = usePreferences();
  const { length_mm, width_mm } = planned.measure;
  const seams = piece.seams ?? [];
  const newSeam = {
    id: `seam-${Math.max(0, ...seams.map((seam) => Number(seam.id.split("-")[1]) || 0)) + 1}`,
    side: length_mm >= width_mm ? "left" : "front",
    offset: whole(Math.max(length_mm, width_mm) / 2, units),
  };
  const toggles: { key: "taper" | "run"; on: string; off: string; specs: readonly Spec[]; start: object }[] = [
    {
      key: "taper",
      on: "Let its thickness change",
      off: "One thickness",
      specs: TAPER,
      start: { towards: "front", thickness: whole(Math.max(20, piece.thickness.mm - 10), units) },
    },
    {
      key: "run",
      on: "Let the pieces fill a run",
      off: "No run",
      specs: RUN,
      start: { run: whole(length_mm * (piece.count ?? 1), units), gap: typed("0 mm"), end_gap: typed("0 mm") },
    },
  ];
  return (
    <section aria-label="Thickness, seams and runs">
      <h2 className="mb-1 text-lg font-bold">Slopes, seams, runs</h2>
      {toggles.map(({ key, on, off, specs, start }) => {
        const values = piece[key] as Record<string, unknown> | null | undefined;
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
            {specs.map((spec) => (
              <SpecField
                key={spec.key}
                spec={spec}
                value={values[spec.key]}
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
          {SEAM.map((spec) => (
            <SpecField
              key={spec.key}
              spec={spec}
              value={(seam as unknown as Record<string, unknown>)[spec.key]}
              onKeep={(value) => fields.pieceField(`seams/${index}/${spec.key}`, value)}
            />
          ))}
          <button
            type="button"
            className="button mt-2"
            onClick={() => void fields.pieceField("seams", seams.toSpliced(index, 1))}
          >
            Take out seam {index + 1}
          </button>
        </fieldset>
      ))}
      <button
        type="button"
        className="button mt-2"
        onClick={() => void fields.pieceField("seams", [...seams, newSeam])}
      >
        Divide at a seam
      </button>
    </section>
  );
}

/** What another outline starts with: as large as the piece is now. */
function startOutline(kind: string, planned: PiecePlan, inches: boolean): object {
  const units = inches ? "in" : "mm";
  const { length_mm: l, width_mm: w } = planned.measure;
  const mm = (value: number) => whole(Math.max(10, value), units);
  const least = Math.min(l, w);
  switch (kind) {
    case "l":
      return { kind, length: mm(l), width: mm(w), along: mm(w * 0.45), across: mm(l * 0.4), meet: "back left" };
    case "u":
      return { kind, length: mm(l), width: mm(w), along: mm(w * 0.4), left: mm(l * 0.25), right: mm(l * 0.25) };
    case "trapezoid":
      return { kind, front: mm(l), back: mm(l * 0.7), width: mm(w), back_from_left: null };
    case "polygon":
      return { kind, sides: 6, by: "across flats", size: mm(least) };
    case "disc":
    case "half disc":
      return { kind, diameter: mm(kind === "disc" ? least : l) };
    case "arch block":
      return { kind, span: mm(2400), rise: mm(800), depth: mm(150), blocks: 11 };
    case "free":
      return {
        kind,
        corners: [
          [0, 0],
          [l, 0],
          [l, w],
          [0, w],
        ].map(([x, y]) => ({ x: whole(x ?? 0, units), y: whole(y ?? 0, units) })),
      };
    default:
      return { kind: "rectangle", length: mm(l), width: mm(w) };
  }
}
