import type { Piece } from "@/api/client";
import { valueAt, withField } from "@/api/editor";
import { OUTLINE_KINDS } from "@/api/fields";
import { beginOutline } from "@/api/queries";
import { Select } from "@/parts/Choice";
import { FieldProblem } from "@/parts/FieldProblem";
import { SpecField } from "@/parts/SpecField";
import { nameOf, specsOf, specsOfKind } from "@/parts/specs";
import { useKeep } from "@/parts/useKeep";
import { usePreferences } from "@/units/preferences";
import type { Fields } from "./fields";

/** What outline a piece has, and what describes it. */
export function OutlineFields({ piece, fields }: { piece: Piece; fields: Fields }) {
  const { units } = usePreferences();
  const { outline } = piece;
  const [problem, keep] = useKeep();
  const oneFlight = outline.kind === "steps" && outline.rest_after === null;
  const shown = specsOfKind(outline.kind).filter((spec) => !(oneFlight && spec.key === "rest"));
  const kinds = outline.kind === "imported" ? [...OUTLINE_KINDS, outline.kind] : OUTLINE_KINDS;
  return (
    <>
      <Select
        label="Outline"
        value={outline.kind}
        choices={kinds.map((kind) => ({ value: kind, text: nameOf(kind) }))}
        onChoose={(kind) =>
          keep(
            beginOutline(kind, piece, units).then((begun) =>
              fields.piece((one) => ({ ...one, outline: begun }), `${piece.name}: ${nameOf(kind).toLowerCase()}`),
            ),
          )
        }
      />
      <FieldProblem problem={problem} />
      {shown.map((spec) => (
        <SpecField
          key={spec.key}
          spec={spec}
          value={valueAt(outline, `/${spec.key}`)}
          start={startOf(outline, spec.key)}
          onKeep={(value) => fields.pieceField(`outline/${spec.key}`, value)}
        />
      ))}
      {outline.kind === "offsets" && <OffsetFields readings={outline.readings} fields={fields} />}
      {outline.kind === "free" && <CornerFields corners={outline.corners} fields={fields} />}
    </>
  );
}

const SHELL = { mm: 100, typed: null };

/** What a length begins with that was not given. */
function startOf(outline: Piece["outline"], key: string) {
  if (outline.kind !== "steps") return { mm: 0, typed: null };
  return key === "over_stone" ? SHELL : outline.going;
}

type Corner = Extract<Piece["outline"], { kind: "free" }>["corners"][number];

function CornerFields({ corners, fields }: { corners: readonly Corner[]; fields: Fields }) {
  const set = (next: readonly unknown[], what: string) =>
    fields.piece((one) => withField(one, "/outline/corners", next), what);
  return (
    <ol>
      {corners.map((corner, index) => {
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
              {specsOf("FreeCorner").map((spec) => (
                <SpecField
                  key={spec.key}
                  spec={spec}
                  value={valueAt(corner, `/${spec.key}`)}
                  onKeep={(value) => fields.pieceField(`outline/corners/${index}/${spec.key}`, value)}
                />
              ))}
              <div className="flex gap-2 py-2">
                <button
                  type="button"
                  className="button"
                  onClick={() => void set(corners.toSpliced(index + 1, 0, middle), "Added a corner")}
                >
                  Add a corner after {index + 1}
                </button>
                {corners.length > 3 && (
                  <button
                    type="button"
                    className="button"
                    onClick={() => void set(corners.toSpliced(index, 1), `Removed corner ${index + 1}`)}
                  >
                    Remove {index + 1}
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

type OffsetReading = Extract<Piece["outline"], { kind: "offsets" }>["readings"][number];

/** Readings of an edge from a straight line, from left to right. */
function OffsetFields({ readings, fields }: { readings: readonly OffsetReading[]; fields: Fields }) {
  const set = (next: readonly unknown[], what: string) =>
    fields.piece((one) => withField(one, "/outline/readings", next), what);
  const last = readings.at(-1);
  const before = readings.at(-2) ?? last;
  const step = last && before ? Math.max(100, Math.round(last.along.mm - before.along.mm)) : 300;
  return (
    <>
      <ol>
        {readings.map((reading, index) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a reading is known by its place in the row
          <li key={index}>
            <fieldset aria-label={`Reading ${index + 1}`}>
              <legend className="pt-3 font-bold">Reading {index + 1}</legend>
              {specsOf("OffsetReading").map((spec) => (
                <SpecField
                  key={spec.key}
                  spec={{ ...spec, label: `${spec.label}, ${index + 1}` }}
                  value={valueAt(reading, `/${spec.key}`)}
                  onKeep={(value) => fields.pieceField(`outline/readings/${index}/${spec.key}`, value)}
                />
              ))}
              {readings.length > 2 && (
                <button
                  type="button"
                  className="button my-2"
                  onClick={() => void set(readings.toSpliced(index, 1), `Removed reading ${index + 1}`)}
                >
                  Remove reading {index + 1}
                </button>
              )}
            </fieldset>
          </li>
        ))}
      </ol>
      <button
        type="button"
        className="button my-2"
        onClick={() =>
          last &&
          void set(
            [...readings, { along: { mm: last.along.mm + step, typed: null }, off: last.off }],
            "Added a reading",
          )
        }
      >
        Add a reading
      </button>
    </>
  );
}
