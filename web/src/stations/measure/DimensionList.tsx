import type { Job, Piece, PiecePlan, Plan } from "@/api/client";
import { DOCUMENTS } from "@/api/fields";
import { Choice } from "@/parts/Choice";
import { DocField } from "@/parts/DocField";
import { type FieldOf, specOf } from "@/parts/specs";
import { TextField } from "@/parts/TextField";
import { Divided } from "./Divided";
import { EdgeFields } from "./EdgeFields";
import { FeatureFields } from "./FeatureFields";
import { BY_CABINETS, type Fields, isOverRun } from "./fields";
import { OutlineFields } from "./OutlineFields";
import { SiteFields } from "./SiteFields";

const CAST = DOCUMENTS.Piece.fields.cast.choices.map((value) => ({ value, text: value }));

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
  const at = `/pieces/${job.pieces.indexOf(piece)}`;
  const field = (name: FieldOf<"Piece">, label?: string) => {
    const spec = specOf("Piece", name);
    return <DocField at={at} whose={piece.name} spec={{ ...spec, label: label ?? spec.label }} />;
  };
  return (
    <>
      <section aria-label="Piece">
        <h2 className="mb-2 text-lg font-bold">Piece</h2>
        <TextField label="Job" value={job.name} onKeep={(name) => fields.jobField("name", name, `Named it ${name}`)} />
        {field("name")}
        {field("count")}
        {isOverRun(job, job.pieces.indexOf(piece)) ? (
          <p className="border-b border-line py-2 text-soft">{BY_CABINETS}</p>
        ) : (
          <OutlineFields piece={piece} fields={fields} />
        )}
        {field("thickness", piece.drawn === "from the side" ? "Thickness, side to side" : undefined)}
        {field("drawn")}
        {field("stays")}
        {piece.stays === null && (
          <div className="flex min-h-14 items-center justify-between gap-3 border-b border-line">
            <span>Cast</span>
            <Choice
              label="Cast"
              value={piece.cast}
              choices={CAST}
              onChoose={(cast) => void fields.piece((one) => ({ ...one, cast }), `Cast it ${cast}`)}
            />
          </div>
        )}
        {field("grind")}
        {field("matches")}
      </section>
      <EdgeFields piece={piece} planned={planned} fields={fields} />
      {piece.features.map((feature) => (
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
