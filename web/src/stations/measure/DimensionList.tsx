import type { Feature, Piece } from "@/api/client";
import { halfSize, remeasured } from "@/drawing/anchors";
import { Choice, Select } from "@/parts/Choice";
import { LengthField } from "@/parts/LengthField";
import { NumberField } from "@/parts/NumberField";
import { TextField } from "@/parts/TextField";
import type { Fields } from "./fields";

interface Props {
  jobName: string;
  piece: Piece;
  fields: Fields;
  selected: string | null;
  onSelect: (id: string | null) => void;
  onRemove: (id: string) => void;
}

type Edge = NonNullable<Piece["edges_shown"]>[number];
const EDGES: readonly Edge[] = ["front", "right", "back", "left"];

/** Everything that describes the piece, as a list: the same fields as on the drawing, and those it has no room for. */
export function DimensionList({ jobName, piece, fields, selected, onSelect, onRemove }: Props) {
  return (
    <>
      <section aria-label="Piece">
        <h2 className="mb-2 text-lg font-bold">Piece</h2>
        <TextField
          label="Job"
          value={jobName}
          onKeep={(name) => fields.job((job) => ({ ...job, name }), `Named it ${name}`)}
        />
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
        <LengthField
          label="Length"
          length={piece.outline.length}
          onKeep={(t) => fields.pieceLength("outline/length", t)}
        />
        <LengthField
          label="Width"
          length={piece.outline.width}
          onKeep={(t) => fields.pieceLength("outline/width", t)}
        />
        <LengthField label="Thickness" length={piece.thickness} onKeep={(t) => fields.pieceLength("thickness", t)} />
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
        <EdgesShown piece={piece} fields={fields} />
      </section>
      {(piece.features ?? []).map((feature) => (
        <FeatureFields
          key={feature.id}
          piece={piece}
          feature={feature}
          fields={fields}
          open={feature.id === selected}
          onSelect={onSelect}
          onRemove={onRemove}
        />
      ))}
    </>
  );
}

function EdgesShown({ piece, fields }: { piece: Piece; fields: Fields }) {
  const shown = piece.edges_shown ?? [];
  return (
    <fieldset className="border-b border-line py-2">
      <legend className="pt-2">Edges that show</legend>
      <div className="grid grid-cols-4 gap-2 pt-1">
        {EDGES.map((edge) => (
          <button
            key={edge}
            type="button"
            aria-pressed={shown.includes(edge)}
            className={`button px-0 ${shown.includes(edge) ? "button-pressed" : ""}`}
            onClick={() => {
              const edges = EDGES.filter((one) => (one === edge ? !shown.includes(one) : shown.includes(one)));
              void fields.piece(
                (one) => ({ ...one, edges_shown: edges }),
                `Edges that show: ${edges.join(", ") || "none"}`,
              );
            }}
          >
            {edge}
          </button>
        ))}
      </div>
    </fieldset>
  );
}

interface FeatureProps {
  piece: Piece;
  feature: Feature;
  fields: Fields;
  open: boolean;
  onSelect: (id: string | null) => void;
  onRemove: (id: string) => void;
}

function FeatureFields({ piece, feature, fields, open, onSelect, onRemove }: FeatureProps) {
  const keep = (field: string) => (typed: Parameters<Fields["featureLength"]>[2]) =>
    fields.featureLength(feature, field, typed);
  return (
    <section aria-label={feature.name}>
      <h2>
        <button
          type="button"
          aria-expanded={open}
          className="flex min-h-11 w-full items-center justify-between text-left text-lg font-bold"
          onClick={() => onSelect(open ? null : feature.id)}
        >
          {feature.name}
          <span aria-hidden="true">{open ? "−" : "+"}</span>
        </button>
      </h2>
      {open && (
        <>
          <TextField
            label="Name"
            value={feature.name}
            onKeep={(name) => fields.feature({ ...feature, name }, `Named ${feature.name} ${name}`)}
          />
          {feature.kind === "opening" ? (
            <>
              <LengthField label="Length" length={feature.length} onKeep={keep("length")} />
              <LengthField label="Width" length={feature.width} onKeep={keep("width")} />
              <LengthField label="Corner radius" length={feature.corner_radius} onKeep={keep("corner_radius")} />
            </>
          ) : (
            <LengthField label="Diameter" length={feature.diameter} onKeep={keep("diameter")} />
          )}
          <AnchorFields piece={piece} feature={feature} axis="x" sides={["left", "right"]} fields={fields} />
          <AnchorFields piece={piece} feature={feature} axis="y" sides={["front", "back"]} fields={fields} />
          <button type="button" className="button mt-3" onClick={() => onRemove(feature.id)}>
            Remove {feature.name}
          </button>
        </>
      )}
    </section>
  );
}

interface AnchorProps {
  piece: Piece;
  feature: Feature;
  axis: "x" | "y";
  sides: readonly string[];
  fields: Fields;
}

function AnchorFields({ piece, feature, axis, sides, fields }: AnchorProps) {
  const anchor = feature[axis];
  const run = axis === "x" ? piece.outline.length.mm : piece.outline.width.mm;
  const set = (changed: object, what: string) =>
    fields.feature({ ...feature, [axis]: { ...anchor, ...changed } } as Feature, what);
  return (
    <>
      <LengthField
        label={`From the ${anchor.side} edge`}
        length={anchor.offset}
        onKeep={(typed) => set({ offset: typed }, `${feature.name}: ${typed.typed} from the ${anchor.side}`)}
      />
      <Select
        label={axis === "x" ? "Across, from" : "Deep, from"}
        value={`${anchor.side} to ${anchor.to}`}
        choices={sides.flatMap((side) => ["edge", "centre"].map((to) => same(`${side} to ${to}`)))}
        onChoose={(chosen) => {
          const [side, to] = chosen.split(" to ") as [typeof anchor.side, typeof anchor.to];
          void set(
            remeasured(anchor, side, to, run, halfSize(feature)[axis]),
            `${feature.name}: measured from ${chosen}`,
          );
        }}
      />
    </>
  );
}

function same(value: string) {
  return { value, text: value };
}
