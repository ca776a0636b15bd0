import { useState } from "react";
import type { Plan } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { DOCUMENTS } from "@/api/fields";
import { Choice } from "@/parts/Choice";
import { usePreferences } from "@/units/preferences";
import { write, writeBatchWater } from "@/units/quantity";

const FEELS = DOCUMENTS.MixInputs.fields.feel.choices;

/** Consistency: the school, and the test that tells. */
export function FeelPanel({ mix }: { mix: Plan["mix"] }) {
  const editor = useJobEditor();
  return (
    <section aria-label="Consistency">
      <h2 className="mb-2 text-lg font-bold">Consistency</h2>
      <Choice
        label="Consistency"
        value={mix.feel.feel}
        choices={FEELS.map((value) => ({ value, text: value }))}
        onChoose={(chosen) =>
          void editor.change((now) => withField(now, "/mix/feel", chosen), `Consistency: ${chosen}`)
        }
      />
      <p className="mt-2 max-w-prose">{mix.feel.meant_for}</p>
      <FeelTest key={mix.feel.feel} mix={mix} />
    </section>
  );
}

/** The test of a batch, step by step: what is seen says what to do, and how much water may still go in. */
export function FeelTest({ mix }: { mix: Plan["mix"] }) {
  const { units } = usePreferences();
  const [seen, setSeen] = useState<number | null>(null);
  const told = seen === null ? undefined : mix.feel.shows[seen];
  return (
    <div className="mt-3 max-w-prose">
      <ol className="list-decimal space-y-1 pl-6">
        {mix.feel.steps.map((step) => (
          <li key={step}>{step}</li>
        ))}
      </ol>
      <fieldset className="mt-3">
        <legend className="font-bold">What do you see?</legend>
        <div className="mt-1 flex flex-wrap gap-2">
          {mix.feel.shows.map((one, index) => (
            <button
              key={one.verdict}
              type="button"
              className="button text-left"
              aria-pressed={seen === index}
              onClick={() => setSeen(index)}
            >
              {one.seen}
            </button>
          ))}
        </div>
      </fieldset>
      <div aria-live="polite">
        {told && (
          <p className="mt-3 border-l-4 border-ink pl-3 text-lg">
            <span className="font-bold">
              {told.verdict === "right" ? "Right" : told.verdict === "too dry" ? "Too dry" : "Too wet"}.{" "}
            </span>
            {told.do}
            {told.adds &&
              ` One cup is ${write(mix.cup.value, "water", units)} for this batch; total never over ${writeBatchWater(mix.bags_per_batch, mix.water_most_l, units)}.`}
          </p>
        )}
      </div>
    </div>
  );
}
