import type { Job, Length, Piece, Plan } from "@/api/client";
import { valueAt } from "@/api/editor";
import { LengthField } from "@/parts/LengthField";
import { SpecField } from "@/parts/SpecField";
import { type FieldSpec, specsOf } from "@/parts/specs";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { begunWith, type Fields } from "./fields";

interface Props {
  job: Job;
  piece: Piece;
  site: Plan["site"];
  fields: Fields;
}

/** The site the job is for: what was measured there, and what the pieces must pass. */
export function SiteFields({ job, piece, site: measured, fields }: Props) {
  const { units } = usePreferences();
  const { site } = job;
  const { dimensions, passages } = site;
  const next = (all: readonly { id: string }[], stem: string) =>
    `${stem}-${Math.max(0, ...all.map((one) => Number(one.id.split("-").at(-1)) || 0)) + 1}`;
  return (
    <section aria-label="Site">
      <h2 className="mb-1 text-lg font-bold">Site</h2>
      {dimensions.map((one, index) => (
        <Listed
          key={one.id}
          title={one.name}
          specs={specsOf("SiteDimension")}
          values={one}
          start={one.first}
          onKeep={(key, value) => fields.jobField(`site/dimensions/${index}/${key}`, value, `${one.name}: ${key}`)}
          onRemove={() =>
            void fields.jobField("site/dimensions", dimensions.toSpliced(index, 1), `Removed ${one.name}`)
          }
        >
          <Followed site={measured} id={one.id} />
          <label className="flex min-h-11 items-center justify-between gap-3 border-b border-line">
            Affects {piece.name}
            <input
              type="checkbox"
              className="size-6 accent-(--ink)"
              checked={one.pieces.includes(piece.id)}
              onChange={(event) => {
                const pieces = one.pieces.filter((id) => id !== piece.id);
                void fields.jobField(
                  `site/dimensions/${index}/pieces`,
                  event.target.checked ? [...pieces, piece.id] : pieces,
                  `${one.name}: what it affects`,
                );
              }}
            />
          </label>
        </Listed>
      ))}
      {passages.map((one, index) => (
        <Listed
          key={one.id}
          title={one.name}
          specs={specsOf("Passage")}
          values={one}
          start={one.width}
          onKeep={(key, value) => fields.jobField(`site/passages/${index}/${key}`, value, `${one.name}: ${key}`)}
          onRemove={() => void fields.jobField("site/passages", passages.toSpliced(index, 1), `Removed ${one.name}`)}
        />
      ))}
      {dimensions.length > 0 && (
        <LengthField
          label="Allowed change"
          length={site.drift}
          onKeep={(text) => fields.jobField("site/drift", text, `Allowed change ${text.typed}`)}
        />
      )}
      <div className="flex flex-wrap gap-2 pt-3">
        <button
          type="button"
          className="button"
          onClick={() =>
            void fields.jobField(
              "site/dimensions",
              [
                ...dimensions,
                {
                  id: next(dimensions, "site"),
                  name: "Wall to wall",
                  first: begunWith(units, "1000 mm", '36"'),
                  pieces: [piece.id],
                },
              ],
              "A site dimension",
            )
          }
        >
          Add a site dimension
        </button>
        <button
          type="button"
          className="button"
          onClick={() =>
            void fields.jobField(
              "site/passages",
              [
                ...passages,
                {
                  id: next(passages, "way"),
                  name: "Door",
                  width: begunWith(units, "800 mm", '32"'),
                  height: begunWith(units, "2000 mm", '80"'),
                },
              ],
              "Add a doorway or stairs",
            )
          }
        >
          Add a doorway or stairs
        </button>
      </div>
    </section>
  );
}

/** What follows from a dimension: how far it is from its baseline, and how far it has drifted. */
function Followed({ site, id }: { site: Plan["site"]; id: string }) {
  const found = site.dimensions.find((one) => one.id === id);
  if (!found?.from_baseline && !found?.drift) return null;
  return (
    <dl>
      {found.from_baseline && <FigureLine label="From the baseline" figure={found.from_baseline} />}
      {found.drift && <FigureLine label="Drift" figure={found.drift} />}
    </dl>
  );
}

interface ListedProps {
  title: string;
  specs: readonly FieldSpec[];
  values: object;
  start: Length;
  onKeep: (key: string, value: unknown) => Promise<void>;
  onRemove: () => void;
  children?: React.ReactNode;
}

function Listed({ title, specs, values, start, onKeep, onRemove, children }: ListedProps) {
  return (
    <fieldset aria-label={title} className="pb-3">
      <legend className="pt-2 font-bold">{title}</legend>
      {specs.map((spec) => (
        <SpecField
          key={spec.key}
          spec={spec}
          value={valueAt(values, `/${spec.key}`)}
          start={start}
          onKeep={(value) => onKeep(spec.key, value)}
        />
      ))}
      {children}
      <button type="button" className="button mt-2" onClick={onRemove}>
        Remove {title}
      </button>
    </fieldset>
  );
}
