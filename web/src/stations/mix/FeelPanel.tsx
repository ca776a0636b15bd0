import type { Plan } from "@/api/client";
import type { Editor } from "@/api/editor";
import { withField } from "@/api/editor";
import { Choice } from "@/parts/Choice";

const FEELS = ["packed", "plastic", "flowing"] as const;

/** How it should feel, the test for it, and what to do when it does not. */
export function FeelPanel({ mix, editor }: { mix: Plan["mix"]; editor: Editor }) {
  const { feel, meant_for, test, too_dry, too_wet } = mix.feel;
  return (
    <section aria-label="Feel">
      <h2 className="mb-2 text-lg font-bold">How it should feel</h2>
      <Choice
        label="Feel"
        value={feel}
        choices={FEELS.map((value) => ({ value, text: value }))}
        onChoose={(chosen) => void editor.change((now) => withField(now, "/mix/feel", chosen), `Mixed to be ${chosen}`)}
      />
      <p className="mt-2 max-w-prose">{meant_for}</p>
      <dl className="mt-2 max-w-prose space-y-1">
        <div>
          <dt className="inline font-bold">Test. </dt>
          <dd className="inline">{test}</dd>
        </div>
        <div>
          <dt className="inline font-bold">Too dry. </dt>
          <dd className="inline">{too_dry}</dd>
        </div>
        <div>
          <dt className="inline font-bold">Too wet. </dt>
          <dd className="inline">{too_wet}</dd>
        </div>
      </dl>
    </section>
  );
}
