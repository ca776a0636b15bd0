import { Link } from "@tanstack/react-router";
import { type ComponentProps, type ReactNode, useMemo, useRef, useState } from "react";
import { Footer } from "@/day/Footer";
import { at } from "@/day/time";
import { useAwake, useKeptHere } from "@/day/useDevice";
import { useNextAct } from "@/day/useNextAct";
import { allSteps } from "@/run/said";
import { isToldNotReady } from "@/run/state";
import { isDone, type RunState, type StepNow } from "@/run/types";
import { type Run, useRun } from "@/run/useRun";
import { usePreferences } from "@/units/preferences";
import { Device } from "./Device";
import { DoneSoFar } from "./DoneSoFar";
import { Ended } from "./Ended";
import { Panel } from "./Panel";
import { Readiness, StillToGet } from "./Readiness";
import { type Role, Roles, useRole } from "./Roles";
import { type AskedOfRun, RunDialog } from "./RunDialog";
import { RunHeader } from "./RunHeader";
import { useSignals } from "./useDay";
import { useHelper } from "./useHelper";
import { useSaying } from "./useSaying";
import { InDoubt, Warnings } from "./Warnings";
import { StepWords } from "./words";

/** The day itself: one act at a time, on each one's phone, with the network or without it. */
export function RunPage({ pourId }: { pourId: string }) {
  const { who } = usePreferences();
  const run = useRun(pourId, who || null);
  useAwake();
  useKeptHere();
  if (!run)
    return (
      <main className="p-6">
        <h1 className="text-2xl font-bold">Pour day</h1>
        <p>The sheet is on its way.</p>
      </main>
    );
  return <Running run={run} />;
}

/** A pour as it runs, on the day or in a practice. */
export function Running({ run, above }: { run: Run; above?: (role: Role) => ReactNode }) {
  const { units } = usePreferences();
  const { state, sheet, view, now } = run;
  const [role, setRole] = useRole(view.pour_id);
  const [asked, setAsked] = useState<AskedOfRun | null>(null);
  const words = useMemo(() => new StepWords(sheet, allSteps(sheet), state.batches, units), [sheet, state, units]);
  const { last, tappedAt, say, did, undo } = useSaying(run, words);
  useHelper(run, role, words);
  const ready = state.steps.filter((one) => one.id.startsWith("ready/"));
  const getting = ready.some((one) => !isDone(one) && !(one.not_yet > 0 && words.step(one)?.holds));
  const panels = getting ? [] : panelsOf(role, state);
  const signals = useSignals(
    state,
    now,
    panels.flatMap(({ step }) => (step ? [step] : [])),
  );
  const onSkip = (step: StepNow) => setAsked({ kind: "skip", step });
  const onNotYet = (step: StepNow) =>
    void say({ kind: "answer", step: step.id, answer: "not yet" }, `not yet: ${words.title(step)}`);
  const ticking = { words, run, onDone: did, onNotYet, onSkip };
  const first = panels[0]?.step;
  const main = useRef<HTMLElement>(null);
  const left = ready.filter((one) => !isDone(one) && one.not_yet === 0).length;
  useNextAct([left, ...panels.map(({ step }) => step && `${step.id} ${step.passed}`)].join(), main, tappedAt);
  return (
    <div className="run-day flex min-h-dvh flex-col" data-panels={panels.length}>
      <RunHeader run={run} />
      {above?.(role)}
      <Roles role={role} onChange={setRole} />
      <main ref={main} className="flex-1 pb-4">
        <h1 className="sr-only">Pour day: {view.name}</h1>
        <Warnings run={run} words={words} />
        <InDoubt run={run} words={words} />
        {getting && <Getting ready={ready} {...ticking} />}
        {state.over ? (
          <Ended run={run} />
        ) : (
          <Panels shown={panels} run={run} words={words} did={did} say={say} onAsk={setAsked} />
        )}
        {!getting && <StillToGet ready={ready.filter((one) => !isDone(one))} {...ticking} />}
        {!getting && <Next run={run} shown={panels} words={words} />}
        <DoneSoFar run={run} words={words} onUndo={(entry) => void say({ kind: "undo", of: entry.id }, "")} />
        <Device run={run} signals={signals} text={first ? `${words.title(first)}. ${words.how(first)}` : null} />
      </main>
      <Footer run={run} last={last} onUndo={undo} />
      {asked && (
        <RunDialog
          asked={asked}
          run={run}
          title={words.title(asked.step)}
          onSay={(saying, photo) => void say(saying, words.title(asked.step), photo)}
          onClose={() => setAsked(null)}
        />
      )}
    </div>
  );
}

interface PanelsProps extends Pick<ReturnType<typeof useSaying>, "did" | "say"> {
  shown: Shown[];
  run: Run;
  words: StepWords;
  onAsk: (asked: AskedOfRun) => void;
}

/** What each does now, one beside the other where there is room. */
function Panels({ shown, run, words, did, say, onAsk }: PanelsProps) {
  return (
    <div className="lg:grid lg:grid-cols-2">
      {shown.map(({ name, step }) => (
        <div key={name} className="border-b-2 border-ink">
          <Panel
            run={run}
            words={words}
            current={step}
            role={name}
            onDone={did}
            onCup={(of, litres) => void say({ kind: "cup", step: of.id, water_l: litres }, "a cup of water")}
            onHold={(of) => void say({ kind: "hold", step: of.id }, `hold: ${words.title(of)}`)}
            onSkip={(of) => onAsk({ kind: "skip", step: of })}
            onNote={(of) => onAsk({ kind: "note", step: of })}
            onGaps={(of) => onAsk({ kind: "gaps", step: of })}
            onExactly={(of) => onAsk({ kind: "exactly", step: of })}
          />
        </div>
      ))}
    </div>
  );
}

function Getting(of: ComponentProps<typeof Readiness>) {
  const { view, practice } = of.run;
  return (
    <>
      {!practice && (
        <p className="px-4 pt-4">
          <Link to="/pours/$pourId/practice" params={{ pourId: view.pour_id }} className="button">
            Practise it first
          </Link>
        </p>
      )}
      <Readiness {...of} />
    </>
  );
}

interface Shown {
  name: string;
  step: StepNow | null;
}

function panelsOf(role: Role, state: RunState): Shown[] {
  const find = (id: string | null) => state.steps.find((one) => one.id === id) ?? null;
  const both: Shown[] = [
    { name: "Mixing", step: find(state.mixer) },
    { name: "Placing", step: find(state.placer) },
  ];
  if (role === "mixer") return both.slice(0, 1);
  if (role === "placer") return both.slice(1);
  return both.filter(({ step }) => step).sort((one, other) => rank(one.step) - rank(other.step));
}

/** What is open comes before what is waited for. */
function rank(step: StepNow | null): number {
  return step?.status === "open" ? (step.who === "mixer" ? 1 : 0) : 2;
}

const SHOWN_AHEAD = 3;

/** The next few, by the clock, but what is large on the screen. */
function Next({ run, shown, words }: { run: Run; shown: Shown[]; words: StepWords }) {
  const ahead = run.state.steps
    .filter((one) => !isDone(one) && !isToldNotReady(one) && !shown.some(({ step }) => step?.id === one.id))
    .sort((one, other) => one.at - other.at);
  if (ahead.length === 0) return null;
  return (
    <section aria-label="Next" className="px-4 pt-3">
      <ol>
        {ahead.slice(0, SHOWN_AHEAD).map((one) => (
          <li key={one.id} className="flex gap-4 border-b border-line py-2">
            <span className="figure w-16 shrink-0 text-lg">{at(one.at, run.view.zone)}</span>
            <span className="min-w-0 [overflow-wrap:anywhere]">{words.title(one)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
