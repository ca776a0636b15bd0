import { useState } from "react";
import { Refused, type Schemas } from "@/api/client";
import type { DefectView, useSayOfDefect } from "@/api/records";
import { Choice } from "@/parts/Choice";
import { figureText } from "@/parts/figures";
import { LengthField } from "@/parts/LengthField";
import { useFill } from "@/parts/useFill";
import { usePreferences } from "@/units/preferences";
import { write, writeRange } from "@/units/quantity";

type Say = ReturnType<typeof useSayOfDefect>;
type Mending = NonNullable<DefectView["mending"]>;
type Plan = Mending["plans"][number];
type Field = DefectView["fields"][number];

const SIZES = {
  long: "Length of the damage",
  wide: "Width of the damage",
  deep: "Depth, at the deepest",
  crack: "Crack width",
};
const ASKED = {
  moving: "The crack opens and closes",
  carries: "It goes through a lift point, an anchor or a bearing",
  oily: "Oil, wax or sealer is on it",
};
const ANSWERS = [
  { value: "yes", text: "Yes" },
  { value: "no", text: "No" },
  { value: "unknown", text: "Not known" },
] as const;
const VERDICTS: Record<Mending["verdict"], string> = {
  "serves as before": "Can be repaired, and serves as before",
  "serves, and shows": "Can be repaired; the repair shows",
  "make it again": "Make it again",
  "measure first": "Measure it first",
};

/** How a casting is mended: what was measured of its defect, whether it can serve, and the steps. */
export function Repair({ view, say }: { view: DefectView; say: Say }) {
  const filled = useFill();
  const { mending, damage, fields } = view;
  if (!mending) return null;
  const [first, ...others] = mending.plans;
  return (
    <section aria-label="Repair" data-verdict={mending.verdict}>
      <h2 className="border-b-2 border-ink pb-1 text-lg font-bold">Repair</h2>
      <p className="mt-2 text-lg font-bold">{VERDICTS[mending.verdict]}</p>
      <p>{filled(mending.why)}</p>
      <Measured damage={damage} fields={fields} say={say} />
      {first && <Way plan={first} />}
      {others.map((one) => (
        <details key={one.repair} className="mt-2 border-t border-line">
          <summary className="flex min-h-11 cursor-pointer items-center underline">Or: {one.name}</summary>
          <Way plan={one} />
        </details>
      ))}
      {mending.care.map((care) => (
        <p key={care} className="mt-3 border-l-4 border-danger pl-3">
          {filled(care)}
        </p>
      ))}
    </section>
  );
}

function Measured({ damage, fields, say }: { damage: DefectView["damage"]; fields: readonly Field[]; say: Say }) {
  const [refused, setRefused] = useState("");
  const keep = (change: Schemas["Damage-Input"]) =>
    say({ damage: { ...damage, ...change } }).then(() => setRefused(""));
  const answer = (field: Field, value: string) =>
    void keep({ [field]: value === "unknown" ? null : value === "yes" }).catch((error: unknown) =>
      setRefused(error instanceof Refused ? error.message : "This was not kept. Try it again."),
    );
  return (
    <div className="mt-2">
      {fields.map((field) =>
        field in SIZES ? (
          <LengthField
            key={field}
            label={SIZES[field as keyof typeof SIZES]}
            length={damage[field as keyof typeof SIZES] ?? { mm: 0, typed: null }}
            onKeep={(typed) => keep({ [field]: typed })}
          />
        ) : (
          <div key={field} className="border-b border-line py-2">
            <p className="mb-1">{ASKED[field as keyof typeof ASKED]}</p>
            <Choice
              label={ASKED[field as keyof typeof ASKED]}
              value={told(damage[field as keyof typeof ASKED])}
              choices={ANSWERS}
              onChoose={(value) => answer(field, value)}
            />
          </div>
        ),
      )}
      {refused && (
        <p role="alert" className="mt-2 font-semibold">
          {refused}
        </p>
      )}
    </div>
  );
}

const told = (answer: boolean | null | undefined) => (answer == null ? "unknown" : answer ? "yes" : "no");

/** One way of mending: why, what it takes, its steps and when it is ready. */
function Way({ plan }: { plan: Plan }) {
  const { units } = usePreferences();
  const filled = useFill();
  return (
    <div className="mt-3" data-repair={plan.repair}>
      <h3 className="text-lg font-bold">{plan.name}</h3>
      <p>{filled(plan.why)}</p>
      {plan.materials.length > 0 && (
        <dl className="mt-2">
          {plan.materials.map(({ name, amount }) => (
            <div key={name} className="flex min-h-9 items-center justify-between gap-4 border-b border-line">
              <dt>{filled(name)}</dt>
              <dd className="figure shrink-0">{figureText(amount, units)}</dd>
            </div>
          ))}
        </dl>
      )}
      <ol className="mt-2">
        {plan.steps.map((step) => (
          <li key={step.name} className="line [--columns:6rem_minmax(0,1fr)] gap-x-3 border-b border-line py-2">
            <span className="figure text-soft">
              {step.after_h === 0 ? "first" : `after ${write(step.after_h, "h", units)}`}
            </span>
            <span>
              <b>{step.name}.</b> {filled(step.text)}
            </span>
          </li>
        ))}
      </ol>
      <p className="mt-2">
        {plan.ready_until_h > 0 && <b>Ready after {writeRange(plan.ready_from_h, plan.ready_until_h, "h", units)}. </b>}
        It will look: {plan.looks.charAt(0).toLowerCase() + plan.looks.slice(1)}
      </p>
      <p className="text-soft">Not when: {filled(plan.not_when.charAt(0).toLowerCase() + plan.not_when.slice(1))}</p>
    </div>
  );
}
