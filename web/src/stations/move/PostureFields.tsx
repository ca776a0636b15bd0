import type { Job } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { Select } from "@/parts/Choice";
import { LengthField, type TypedLength } from "@/parts/LengthField";
import { NumberField } from "@/parts/NumberField";

type Posture = NonNullable<NonNullable<Job["handling"]>["posture"]>;

const LENGTHS = [
  ["hands_out", "Hands in front of the ankles"],
  ["height_at_start", "Hands above the floor, start"],
  ["height_at_end", "Hands above the floor, end"],
] as const;

/** The inputs of the lifting equation, all in sight. */
export function PostureFields({ posture, editor }: { posture: Posture; editor: Editor }) {
  const set = (field: keyof Posture, value: unknown, what: string) =>
    editor.change((job) => withField(job, `/handling/posture/${field}`, value), what);
  return (
    <div className="mt-2">
      {LENGTHS.map(([field, label]) => (
        <LengthField
          key={field}
          label={label}
          length={posture[field]}
          onKeep={(typed: TypedLength) => set(field, typed, `${label} ${typed.typed}`)}
        />
      ))}
      <NumberField
        label="Twist of the body"
        unit="°"
        value={posture.twist_deg ?? 0}
        onKeep={(degrees) => set("twist_deg", degrees, `Twist ${degrees}°`)}
      />
      <Select
        label="Grip"
        value={posture.grip ?? "fair"}
        choices={(["good", "fair", "poor"] as const).map((grip) => ({ value: grip, text: grip }))}
        onChoose={(grip) => void set("grip", grip, `Grip ${grip}`)}
      />
    </div>
  );
}
