import { at } from "@/day/time";
import { isLongPast } from "@/run/batches";
import type { Run, Saying } from "@/run/useRun";
import { AskedBack } from "./AskedBack";
import type { StepWords } from "./words";

/** What cannot wait: a batch that is too old, an act that is late, hands that are wanted twice. */
export function Warnings({ run, words }: { run: Run; words: StepWords }) {
  const { state, view, now } = run;
  const old = state.batches.filter(
    (one) =>
      one.use_by !== null &&
      one.placed_at === null &&
      one.use_by < now &&
      !isLongPast(one, now) &&
      one.from_l < state.whole_l,
  );
  const title = (id: string) => {
    const step = state.steps.find((one) => one.id === id);
    return step ? words.title(step) : id;
  };
  const clash = state.clashes[0];
  const late = state.late[0];
  return (
    <div role="status" className="space-y-1 px-4 empty:hidden">
      {state.begun_at !== null &&
        old.slice(0, 1).map((one) => (
          <p key={one.number} className="pt-3 text-lg font-bold">
            Batch {one.number} is too old to place. Do not add water to it: throw it out, and mix again.
          </p>
        ))}
      {late && <p className="pt-3 text-lg font-bold">Late: {title(late)}. Look at it now.</p>}
      {clash && (
        <p className="pt-3">
          <b>{at(clash.at, view.zone)}</b> needs the same hands twice: {title(clash.first)}, and {title(clash.second)}.
        </p>
      )}
    </div>
  );
}

/** The first entry that somebody, maybe elsewhere, is asked about: it stands until it is put right or kept. */
export function InDoubt({ run, words }: { run: Run; words: StepWords }) {
  const [doubt] = run.state.doubts;
  const entry = run.entries.find((one) => one.id === doubt?.entry);
  if (!doubt || !entry) return null;
  const { id, ...saying } = entry;
  const step = run.state.steps.find((one) => one.id === entry.step);
  async function instead(next: Saying) {
    await run.say(next); // before the other goes, so that neither is ever lost
    await run.say({ kind: "undo", of: id });
  }
  return (
    <section aria-label="Asked back" className="m-4 border-2 border-ink p-4">
      {step && <p className="text-soft">{words.title(step)}</p>}
      <AskedBack
        doubt={doubt}
        saying={saying}
        run={run}
        onPut={(next) => void instead(next)}
        onInsist={() => void instead({ ...saying, insisted: true })}
      />
    </section>
  );
}
