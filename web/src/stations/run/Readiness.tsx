import { at } from "@/day/time";
import { isHeldBy } from "@/run/said";
import { isDone, type StepNow } from "@/run/types";
import type { Run } from "@/run/useRun";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import type { StepWords } from "./words";

interface Ticking {
  ready: StepNow[];
  words: StepWords;
  run: Run;
  onDone: (step: StepNow, answer: null) => void;
  onNotYet: (step: StepNow) => void;
  onSkip: (step: StepNow) => void;
}

/** Before the first water: what has to be so, ticked off in any order. */
export function Readiness(props: Ticking) {
  const { ready, run } = props;
  const left = ready.filter((one) => !isDone(one)).length;
  return (
    <section aria-label="Before the first water" className="p-4">
      <h2 className="text-2xl font-bold">Before the first water</h2>
      <p className="mb-2 text-soft">
        {left === 1 ? "1 thing" : `${left} things`} left. None of them waits well once it is wet.
      </p>
      <Missing run={run} />
      <ul className="border-t-2 border-ink">
        {ready.map((one) => (
          <Item key={one.id} one={one} {...props} />
        ))}
      </ul>
      {run.sheet.care.map((care) => (
        <p key={care} className="mt-3 max-w-prose border-l-4 border-caution pl-3">
          {care}
        </p>
      ))}
    </section>
  );
}

/** What is not ready though mixing may begin: it holds up what comes later. */
export function StillToGet(props: Ticking) {
  if (props.ready.length === 0) return null;
  return (
    <section aria-label="Not ready yet" className="p-4 pb-0">
      <h2 className="text-lg font-bold">Not ready yet</h2>
      <ul className="border-t-2 border-ink">
        {props.ready.map((one) => (
          <Item key={one.id} one={one} {...props} />
        ))}
      </ul>
    </section>
  );
}

function Item({ one, words, run, onDone, onNotYet, onSkip }: Ticking & { one: StepNow }) {
  const title = words.title(one);
  return (
    <li className="border-b border-line py-3" data-ready={one.id}>
      <div className="flex items-start gap-3">
        <button
          type="button"
          aria-pressed={isDone(one)}
          aria-label={title}
          className={`grid size-14 shrink-0 place-items-center border-2 border-ink text-3xl ${isDone(one) ? "bg-ink text-paper" : ""}`}
          aria-disabled={isDone(one)}
          onClick={() => !isDone(one) && onDone(one, null)}
        >
          {one.status === "done" ? "✓" : one.status === "skipped" ? "–" : one.not_yet > 0 ? "…" : ""}
        </button>
        <div className="min-w-0 flex-1">
          <h3 className="text-lg font-bold [overflow-wrap:anywhere]">{title}</h3>
          <p className="text-soft">{words.how(one)}</p>
          {one.id === "ready/people" && run.view.people.length > 0 && <p>There: {run.view.people.join(", ")}.</p>}
          {one.not_yet > 0 && !isDone(one) && <p className="font-bold">{heldUp(one, run, words)}</p>}
          {!isDone(one) && (
            <div className="flex gap-6">
              {one.not_yet === 0 && <Quiet text="Not yet" of={title} onTap={() => onNotYet(one)} />}
              <Quiet text="Leave out" of={title} onTap={() => onSkip(one)} />
            </div>
          )}
        </div>
      </div>
    </li>
  );
}

function Quiet({ text, of, onTap }: { text: string; of: string; onTap: () => void }) {
  return (
    <button type="button" className="min-h-11 underline" aria-label={`${text}: ${of}`} onClick={onTap}>
      {text}
    </button>
  );
}

/** What waits for something that is not ready, and from when. */
function heldUp(one: StepNow, run: Run, words: StepWords): string {
  const holds = words.step(one)?.holds;
  const first = holds ? run.state.steps.find((step) => isHeldBy(step.id, holds) && !isDone(step)) : undefined;
  if (!first) return "Not yet: holds up the first water.";
  return `Not yet: holds up “${words.title(first)}”, about ${at(first.at, run.view.zone)}.`;
}

function Missing({ run }: { run: Run }) {
  const { units } = usePreferences();
  const { missing } = run.view;
  if (missing.length === 0) return null;
  return (
    <div role="status" className="mb-3 border-l-4 border-caution pl-3">
      <p className="font-bold">Not on the shelf</p>
      <ul>
        {missing.map((one) => (
          <li key={one.name}>
            {one.name}: {write(one.quantity, one.unit, units)} more
          </li>
        ))}
      </ul>
    </div>
  );
}
