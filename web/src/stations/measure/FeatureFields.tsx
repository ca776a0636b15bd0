import type { Feature, PiecePlan, Schemas } from "@/api/client";
import { valueAt, withField } from "@/api/editor";
import { type Anchored, atItsSide, isAnchored, remeasured } from "@/drawing/anchors";
import { Select } from "@/parts/Choice";
import { LengthField } from "@/parts/LengthField";
import { SpecField } from "@/parts/SpecField";
import { specsOf, specsOfKind } from "@/parts/specs";
import { TextField } from "@/parts/TextField";
import { usePreferences } from "@/units/preferences";
import { begunWith, type Fields } from "./fields";

type RepeatInput = Schemas["Repeat-Input"];

interface Props {
  planned: PiecePlan;
  feature: Feature;
  fields: Fields;
  open: boolean;
  onOpen: (open: boolean) => void;
  onRemove: () => void;
}

/** Everything that describes a feature, beside the drawing. */
export function FeatureFields({ planned, feature, fields, open, onOpen, onRemove }: Props) {
  const { measure } = planned;
  const box = measure.features.find((one) => one.id === feature.id);
  return (
    <section aria-label={feature.name}>
      <h2>
        <button
          type="button"
          aria-expanded={open}
          className="flex min-h-11 w-full items-center justify-between text-left text-lg font-bold"
          onClick={() => onOpen(!open)}
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
          {specsOfKind(feature.kind).map((spec) => (
            <SpecField
              key={spec.key}
              spec={spec}
              value={valueAt(feature, `/${spec.key}`)}
              choices={spec.key === "edge" ? edgesOf(planned).map(same) : undefined}
              {...(box && {
                start: { mm: Math.round(spec.key === "slot_length" ? box.length_mm * 2 : 20), typed: null },
              })}
              onKeep={(value) => {
                const next = withField(feature, `/${spec.key}`, value);
                return spec.key === "into" && isAnchored(next)
                  ? fields.feature(atItsSide(next), `${feature.name}: in the ${String(value)}`)
                  : fields.featureField(feature, spec.key, value);
              }}
            />
          ))}
          {isAnchored(feature) && (
            <>
              <AnchorFields planned={planned} feature={feature} axis="x" sides={["left", "right"]} fields={fields} />
              <AnchorFields planned={planned} feature={feature} axis="y" sides={["front", "back"]} fields={fields} />
              <RepeatFields feature={feature} fields={fields} />
            </>
          )}
          <button type="button" className="button mt-3" onClick={onRemove}>
            Remove {feature.name}
          </button>
        </>
      )}
    </section>
  );
}

/** The names of a piece's edges, each once. */
export function edgesOf(planned: PiecePlan): string[] {
  return [...new Set(planned.measure.edges.map((edge) => edge.name))];
}

function RepeatFields({ feature, fields }: { feature: Anchored; fields: Fields }) {
  const { units } = usePreferences();
  const { repeat } = feature;
  const set = (value: RepeatInput | null, what: string) => fields.feature({ ...feature, repeat: value }, what);
  if (!repeat) {
    return (
      <button
        type="button"
        className="button mt-3"
        onClick={() =>
          void set(
            { kind: "row", count: 2, pitch: begunWith(units, "100 mm", '4"') },
            `${feature.name}: repeated in a row`,
          )
        }
      >
        Repeat
      </button>
    );
  }
  return (
    <>
      {specsOf("Repeat").map((spec) => (
        <SpecField
          key={spec.key}
          spec={spec}
          value={valueAt(repeat, `/${spec.key}`)}
          start={repeat.pitch}
          onKeep={(value) =>
            set(withField(repeat, `/${spec.key}`, value), `${feature.name}: ${spec.label.toLowerCase()}`)
          }
        />
      ))}
      <button
        type="button"
        className="button mt-3 mr-3"
        onClick={() => void set(null, `${feature.name}: not repeated`)}
      >
        Remove repeat
      </button>
    </>
  );
}

interface AnchorProps {
  planned: PiecePlan;
  feature: Anchored;
  axis: "x" | "y";
  sides: readonly string[];
  fields: Fields;
}

function AnchorFields({ planned, feature, axis, sides, fields }: AnchorProps) {
  const anchor = feature[axis];
  const box = planned.measure.features.find((one) => one.id === feature.id);
  const run = axis === "x" ? planned.measure.length_mm : planned.measure.width_mm;
  const sizeOf = (one: (typeof planned.measure.features)[number]) => (axis === "x" ? one.length_mm : one.width_mm);
  const half = (box ? sizeOf(box) : 0) / 2;
  const ends = planned.measure.features
    .filter((one) => one.id === feature.id)
    .flatMap((one) => [-1, 1].map((end) => (axis === "x" ? one.x_mm : one.y_mm) + (end * sizeOf(one)) / 2));
  const off = ends.length > 0 ? run / 2 - (Math.min(...ends) + Math.max(...ends)) / 2 : 0;
  const inSide = feature.kind === "bolt" && sides.includes(feature.into ?? "");
  const lengthwise = feature.kind === "pipe" && (feature.runs === "left to right") === (axis === "x");
  if (lengthwise && feature.kind === "pipe" && !feature.length) return null; // from side to side it has no place there
  const set = (changed: object, what: string) =>
    fields.feature(withField(feature, `/${axis}`, { ...anchor, ...changed }), what);
  return (
    <>
      <LengthField
        label={`From the ${anchor.side} edge`}
        length={anchor.offset}
        onKeep={(text) => set({ offset: text }, `${feature.name}: ${text.typed} from the ${anchor.side}`)}
      />
      <Select
        label={axis === "x" ? "Across, measured from" : "Front–back, measured from"}
        value={`${anchor.side} to ${anchor.to}`}
        choices={sides.flatMap((side) => ["edge", "centre"].map((to) => same(`${side} to ${to}`)))}
        onChoose={(chosen) => {
          const [side = "", to] = chosen.split(" to ");
          const next = remeasured(anchor, side, to === "edge" ? "edge" : "centre", run, half);
          void set(next, `${feature.name}: measured from ${chosen}`);
        }}
      />
      {Math.abs(off) > 0.01 && !inSide && (
        <button
          type="button"
          className="button mt-1 mr-2"
          onClick={() => {
            const near = anchor.side === "left" || anchor.side === "front";
            const mm = Number((anchor.offset.mm + (near ? off : -off)).toFixed(6));
            void set(
              { offset: { mm, typed: null } },
              `${feature.name}: centred ${axis === "x" ? "left–right" : "front–back"}`,
            );
          }}
        >
          {axis === "x" ? "Centre left–right" : "Centre front–back"}
        </button>
      )}
    </>
  );
}

function same(value: string) {
  return { value, text: value };
}
