import { type ReactNode, useEffect, useState } from "react";
import { at, lasting } from "@/day/time";
import { useArmed } from "@/day/useArmed";
import type { Answer, Run } from "@/run/parts";
import { isHeldBy } from "@/run/said";
import { isToldNotReady } from "@/run/state";
import { type BatchNow, isDone, type Step, type StepNow } from "@/run/types";
import { usePreferences } from "@/units/preferences";
import { write, writeBatchWater } from "@/units/quantity";
import { fill } from "@/units/sentence";
import { StepPicture } from "./StepPicture";
import { IntoTheTub } from "./Tub";
import type { StepWords } from "./words";

interface Props {
  run: Run;
  words: StepWords;
  /** What is done now, or waited for. */
  current: StepNow | null;
  role: string;
  onDone: (step: StepNow, answer: Answer | null) => void;
  onCup: (step: StepNow, litres: number) => void;
  onHold: (step: StepNow) => void;
  onSkip: (step: StepNow) => void;
  onNote: (step: StepNow) => void;
  onGaps: (step: StepNow) => void;
  onExactly: (step: StepNow) => void;
}

/** What one person does now: one act, large. */
export function Panel(props: Props) {
  const { run, words, current, role } = props;
  const { units } = usePreferences();
  const armed = useArmed(`${current?.id} ${current?.passed}`);
  if (!current)
    return (
      <Frame role={role} due={false}>
        <h2 className="text-3xl font-bold">Nothing left to do here</h2>
      </Frame>
    );
  const step = words.step(current);
  if (!step) return null;
  const form = run.sheet.fills.find((one) => one.id === current.fill);
  const batch = run.state.batches.find((one) => one.number === current.batch);
  const waits = current.status === "waits";
  const { zone } = run.view;
  const held = run.state.steps.find((one) => {
    const holds = words.step(one)?.holds;
    return holds && isToldNotReady(one) && !isDone(one) && isHeldBy(current.id, holds);
  });
  return (
    <Frame role={role} due={!waits}>
      {form && step.shows !== "nothing" && step.shows !== "mix" && (
        <StepPicture fill={form} step={step} now={current} units={units} />
      )}
      <h2
        className="scroll-mt-40 text-[1.75rem] leading-tight font-bold [overflow-wrap:anywhere]"
        data-step={current.id}
        tabIndex={-1}
      >
        {waits ? "Wait: " : ""}
        {words.title(current)}
      </h2>
      {waits && (
        <p className="figure text-4xl" data-waits>
          {at(Math.max(current.from_at, run.now), zone)}
          {current.from_at > run.now && (
            <span className="ml-3 text-2xl text-soft">in {lasting(current.from_at - run.now)}</span>
          )}
        </p>
      )}
      {batch && step.id === run.sheet.water.id && <IntoTheTub run={run} batch={batch} />}
      {batch && step.id === run.sheet.mixed.id && (
        <p className="text-xl">
          <b className="figure">{write(batch.water_l, "water", units)}</b> in it, at the most{" "}
          {writeBatchWater(batch.bags, run.sheet.bags.most_l, units)}
        </p>
      )}
      {waits && held && <p className="text-lg font-bold">Waits for: {words.title(held)}.</p>}
      <p className="max-w-prose text-lg">{words.how(current)}</p>
      {step.care && <p className="max-w-prose border-l-4 border-caution pl-3">{step.care}</p>}
      {current.not_yet > 0 && (
        <p className="text-soft">
          {current.not_yet === 1 ? "Once" : `${current.not_yet} times`} not yet. Look again at {at(current.at, zone)}.
        </p>
      )}
      {(!waits || step.answers.length > 0) && (
        <Act {...props} current={current} step={step} armed={armed} batch={batch} />
      )}
    </Frame>
  );
}

/** What is answered, or that it is done. Tests may be answered before their hour. */
function Act({
  run,
  current,
  step,
  armed,
  batch,
  onDone,
  onCup,
  onHold,
  onSkip,
  onNote,
  onGaps,
  onExactly,
}: Props & {
  current: StepNow;
  step: Step;
  armed: boolean;
  batch: BatchNow | undefined;
}) {
  const { units } = usePreferences();
  const [told, setTold] = useState<Answer | null>(null);
  const waits = current.status === "waits";
  const early = waits && step.hours === null;
  const asks = step.answers.length > 0 && !current.passed;
  const cup = run.sheet.bags.cup_l;
  const seen = step.answers.find((answer) => answer.id === run.practice?.seen[current.id]);
  const passed = current.passed ? step.answers.find((answer) => answer.id === current.answer) : null;
  useEffect(() => {
    if (current.id) setTold(null);
  }, [current.id]);
  return (
    <div className="space-y-3">
      {passed && (
        <p role="status" className="max-w-prose text-lg">
          {fill(passed.says, {}, units)}: it is time. {fill(passed.do, {}, units)}
        </p>
      )}
      {asks && !early && (
        <>
          <p className="max-w-prose text-lg font-semibold">{fill(step.test, {}, units)}</p>
          {seen && <p className="max-w-prose text-lg">You see: {fill(seen.says, {}, units)}.</p>}
          <div className="grid gap-2">
            {step.answers.map((answer) => (
              <button
                key={answer.id}
                type="button"
                disabled={!armed}
                data-answer={answer.id}
                className={`button min-h-16 text-lg ${answer.leads === "on" && !waits ? "button-now text-xl" : ""}`}
                onClick={() => {
                  setTold(answer);
                  onDone(current, answer);
                  if (step.id.startsWith("strike/") && answer.leads === "not yet") onGaps(current);
                }}
              >
                {fill(answer.says, {}, units)}
              </button>
            ))}
          </div>
          {told?.do && (
            <p role="status" className="max-w-prose text-lg">
              {fill(told.do, {}, units)}
            </p>
          )}
        </>
      )}
      {batch && told?.adds && (
        <button type="button" className="button min-h-16 w-full text-lg" onClick={() => onCup(current, cup)}>
          {write(cup, "water", units)} more is in
        </button>
      )}
      {!asks && !waits && (
        <button
          type="button"
          disabled={!armed}
          className="button button-now min-h-20 w-full text-2xl"
          onClick={() => onDone(current, null)}
        >
          {step.id === run.sheet.water.id ? "Water goes in" : "Done"}
        </button>
      )}
      <div className="grid grid-cols-2 gap-2 sm:grid-cols-4">
        <button type="button" className="button min-h-14" disabled={waits} onClick={() => onHold(current)}>
          Hold
        </button>
        <button type="button" className="button min-h-14" onClick={() => onSkip(current)}>
          Leave out
        </button>
        <button type="button" className="button min-h-14" onClick={() => onNote(current)}>
          Note, photo
        </button>
        <button type="button" className="button min-h-14" onClick={() => onExactly(current)}>
          Time, amounts
        </button>
      </div>
    </div>
  );
}

function Frame({ role, due, children }: { role: string; due: boolean; children: ReactNode }) {
  return (
    <section
      aria-label={role}
      className={`space-y-4 border-l-8 p-4 sm:p-5 ${due ? "border-crayon bg-paper" : "border-line-strong"}`}
    >
      {children}
    </section>
  );
}
