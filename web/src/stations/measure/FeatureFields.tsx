import type { Feature, PiecePlan } from "@/api/client";
import { type Anchored, isAnchored, remeasured } from "@/drawing/anchors";
import { Select } from "@/parts/Choice";
import { LengthField } from "@/parts/LengthField";
import { SpecField } from "@/parts/SpecField";
import { TextField } from "@/parts/TextField";
import type { Fields } from "./fields";
import { FEATURES, REPEAT, typed } from "./kinds";

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
  const values = feature as unknown as Record<string, unknown>;
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
          {FEATURES[feature.kind].fields.map((spec) => (
            <SpecField
              key={spec.key}
              spec={spec}
              value={values[spec.key]}
              {...(box && {
                start: { mm: Math.round(spec.key === "slot_length" ? box.length_mm * 2 : 20), typed: null },
              })}
              onKeep={(value) => fields.featureField(feature, spec.key, value)}
            />
          ))}
          {feature.kind === "drop edge" && (
            <Select
              label="On the edge"
              value={feature.edge}
              choices={edgesOf(planned).map((edge) => ({ value: edge, text: edge }))}
              onChoose={(edge) => void fields.featureField(feature, "edge", edge)}
            />
          )}
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
  const { repeat } = feature;
  const set = (value: unknown, what: string) => fields.feature({ ...feature, repeat: value } as Feature, what);
  if (!repeat) {
    return (
      <button
        type="button"
        className="button mt-3"
        onClick={() =>
          void set({ kind: "row", count: 2, pitch: typed("100 mm") }, `${feature.name}: repeated in a row`)
        }
      >
        Repeat it
      </button>
    );
  }
  const values = repeat as unknown as Record<string, unknown>;
  return (
    <>
      {REPEAT.map((spec) => (
        <SpecField
          key={spec.key}
          spec={spec}
          value={values[spec.key]}
          start={repeat.pitch}
          onKeep={(value) => set({ ...repeat, [spec.key]: value }, `${feature.name}: ${spec.label.toLowerCase()}`)}
        />
      ))}
      <button
        type="button"
        className="button mt-3 mr-3"
        onClick={() => void set(null, `${feature.name}: one of it alone`)}
      >
        One alone
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
  const half = ((axis === "x" ? box?.length_mm : box?.width_mm) ?? 0) / 2;
  const set = (changed: object, what: string) =>
    fields.feature({ ...feature, [axis]: { ...anchor, ...changed } } as Feature, what);
  return (
    <>
      <LengthField
        label={`From the ${anchor.side} edge`}
        length={anchor.offset}
        onKeep={(text) => set({ offset: text }, `${feature.name}: ${text.typed} from the ${anchor.side}`)}
      />
      <Select
        label={axis === "x" ? "Across, from" : "Deep, from"}
        value={`${anchor.side} to ${anchor.to}`}
        choices={sides.flatMap((side) => ["edge", "centre"].map((to) => same(`${side} to ${to}`)))}
        onChoose={(chosen) => {
          const [side, to] = chosen.split(" to ") as [typeof anchor.side, typeof anchor.to];
          void set(remeasured(anchor, side, to, run, half), `${feature.name}: measured from ${chosen}`);
        }}
      />
    </>
  );
}

function same(value: string) {
  return { value, text: value };
}
