import { Link } from "@tanstack/react-router";
import { type ReactNode, useMemo, useRef, useState } from "react";
import { useNames } from "@/api/records";
import type { Answer } from "@/run/parts";
import { allSteps } from "@/run/said";
import { isToldNotReady } from "@/run/state";
import { isDone, type RunEntry, type StepNow } from "@/run/types";
import { type Run, type Saying, useRun } from "@/run/useRun";
import { usePreferences } from "@/units/preferences";
import { DoneSoFar } from "./DoneSoFar";
import { Footer } from "./Footer";
import { Panel } from "./Panel";
import { Readiness, StillToGet } from "./Readiness";
import { type AskedOfRun, RunDialog } from "./RunDialog";
import { RunHeader } from "./RunHeader";
import { canSpeak, speak, useAwake, useKeptHere, useSignals } from "./useDay";
import { useHelper } from "./useHelper";
import { InDoubt, Warnings } from "./Warnings";
import { at, StepWords } from "./words";

type Role = "all" | "mixer" | "placer";
const ROLES: { role: Role; text: string }[] = [
  { role: "all", text: "All of it" },
  { role: "mixer", text: "I mix" },
  { role: "placer", text: "I place" },
];

const PAPER = { mm: "a4", in: "letter" };

/** Two taps on one button within this are one, of a wet thumb [ms]. */
const ONE_TAP_MS = 700;

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
export function Running({ run, above }: { run: Run; above?: ReactNode }) {
  const { units } = usePreferences();
  const { state, sheet, view, now } = run;
  const [role, setRole] = useState<Role>(() => roleKept(view.pour_id));
  const [asked, setAsked] = useState<AskedOfRun | null>(null);
  const [last, setLast] = useState<{ entry: RunEntry; what: string } | null>(null);
  const words = useMemo(() => new StepWords(sheet, allSteps(sheet), state.batches, units), [sheet, state, units]);
  useHelper(run, role, words);
  const find = (id: string | null) => state.steps.find((one) => one.id === id) ?? null;
  const ready = state.steps.filter((one) => one.id.startsWith("ready/"));
  const getting = ready.some((one) => !isDone(one) && !(one.not_yet > 0 && words.step(one)?.holds));
  const mixer = find(state.mixer);
  const placer = find(state.placer);
  const panels = getting ? [] : panelsOf(role, mixer, placer);
  const signals = useSignals(
    state,
    now,
    panels.flatMap(({ step }) => (step ? [step] : [])),
  );

  async function say(saying: Saying, what: string, photo?: Blob) {
    const entry = await run.say(saying, photo);
    if (saying.kind !== "undo") setLast({ entry, what });
  }
  const taps = useRef(new Map<string, number>());
  function did(step: StepNow, answer: Answer | null) {
    const tap = `${step.id} ${answer?.id ?? ""}`;
    const tapped = taps.current.get(tap) ?? 0;
    taps.current.set(tap, Date.now());
    if (Date.now() - tapped < ONE_TAP_MS) return;
    const kind = answer ? "answer" : "did";
    void say({ kind, step: step.id, answer: answer?.id ?? null, ...amounts(run, step) }, words.title(step));
  }
  const common = {
    run,
    words,
    onDone: did,
    onCup: (step: StepNow, litres: number) =>
      void say({ kind: "cup", step: step.id, water_l: litres }, "a cup of water"),
    onHold: (step: StepNow) => void say({ kind: "hold", step: step.id }, `hold: ${words.title(step)}`),
    onSkip: (step: StepNow) => setAsked({ kind: "skip", step }),
    onNote: (step: StepNow) => setAsked({ kind: "note", step }),
    onGaps: (step: StepNow) => setAsked({ kind: "gaps", step }),
    onExactly: (step: StepNow) => setAsked({ kind: "exactly", step }),
  };
  const ticking = {
    words,
    run,
    onDone: did,
    onNotYet: (step: StepNow) =>
      void say({ kind: "answer", step: step.id, answer: "not yet" }, `not yet: ${words.title(step)}`),
    onSkip: common.onSkip,
  };
  const next = state.steps
    .filter((one) => !isDone(one) && !isToldNotReady(one) && !panels.some(({ step }) => step?.id === one.id))
    .sort((one, other) => one.at - other.at);
  return (
    <div className="run-day flex min-h-dvh flex-col" data-panels={panels.length}>
      <RunHeader run={run} />
      {above}
      <nav aria-label="What you do" className="flex border-b border-line-strong">
        {ROLES.map((one) => (
          <button
            key={one.role}
            type="button"
            aria-pressed={role === one.role}
            className={`min-h-12 flex-1 font-semibold ${role === one.role ? "bg-ink text-paper" : ""}`}
            onClick={() => {
              localStorage.setItem(`run-role-${view.pour_id}`, one.role);
              setRole(one.role);
            }}
          >
            {one.text}
          </button>
        ))}
      </nav>
      <main className="flex-1 pb-4">
        <h1 className="sr-only">Pour day: {view.name}</h1>
        <Warnings run={run} words={words} />
        <InDoubt run={run} words={words} />
        {getting ? (
          <>
            {!run.practice && (
              <p className="px-4 pt-4">
                <Link to="/pours/$pourId/practice" params={{ pourId: view.pour_id }} className="button">
                  Practise it first
                </Link>
              </p>
            )}
            <Readiness ready={ready} {...ticking} />
          </>
        ) : (
          <div className="lg:grid lg:grid-cols-2">
            {panels.map(({ name, step }) => (
              <div key={name} className="border-b-2 border-ink">
                <Panel {...common} current={step} role={name} />
              </div>
            ))}
          </div>
        )}
        {!getting && <StillToGet ready={ready.filter((one) => !isDone(one))} {...ticking} />}
        {!getting && next.length > 0 && <Next steps={next.slice(0, 3)} words={words} zone={view.zone} />}
        <DoneSoFar run={run} words={words} onUndo={(entry) => void say({ kind: "undo", of: entry.id }, "")} />
        <details className="mx-4 border-t border-line">
          <summary className="flex min-h-11 items-center underline">This device</summary>
          <div className="flex flex-wrap gap-2 pb-3">
            <button
              type="button"
              className="button"
              aria-pressed={signals.sound}
              onClick={() => signals.setSound(!signals.sound)}
            >
              Sound: {signals.sound ? "on" : "off"}
            </button>
            {canSpeak && panels[0]?.step && (
              <button
                type="button"
                className="button"
                onClick={() => panels[0]?.step && speak(`${words.title(panels[0].step)}. ${words.how(panels[0].step)}`)}
              >
                Read aloud
              </button>
            )}
            <a className="button" href={`/api/pours/${view.pour_id}/run/sheet?units=${units}&paper=${PAPER[units]}`}>
              On paper
            </a>
            <Link to="/pours/$pourId" params={{ pourId: view.pour_id }} className="button">
              To the pour
            </Link>
          </div>
        </details>
      </main>
      <Footer
        run={run}
        last={last}
        onUndo={() => {
          if (last) void say({ kind: "undo", of: last.entry.id }, "");
          setLast(null);
        }}
      />
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

interface Shown {
  name: string;
  step: StepNow | null;
}

function panelsOf(role: Role, mixer: StepNow | null, placer: StepNow | null): Shown[] {
  const both: Shown[] = [
    { name: "Mixing", step: mixer },
    { name: "Placing", step: placer },
  ];
  if (role === "mixer") return both.slice(0, 1);
  if (role === "placer") return both.slice(1);
  return both.filter(({ step }) => step).sort((one, other) => rank(one.step) - rank(other.step));
}

/** What is open comes before what is waited for. */
function rank(step: StepNow | null): number {
  return step?.status === "open" ? (step.who === "mixer" ? 1 : 0) : 2;
}

function roleKept(pour: string): Role {
  const kept = localStorage.getItem(`run-role-${pour}`);
  return ROLES.find((one) => one.role === kept)?.role ?? "all";
}

/** What a batch holds goes with its entries, so that nothing that comes later changes what is written down of it. */
function amounts(run: Run, step: StepNow): Partial<RunEntry> {
  const batch = run.state.batches.find((one) => one.number === step.batch);
  if (!batch) return {};
  if (step.step === run.sheet.water.id) return { bags: batch.bags };
  return step.step === run.sheet.mixed.id ? { bags: batch.bags, water_l: batch.water_l } : {};
}

function Next({ steps, words, zone }: { steps: StepNow[]; words: StepWords; zone: string }) {
  return (
    <section aria-label="Next" className="px-4 pt-3">
      <ol>
        {steps.map((one) => (
          <li key={one.id} className="flex gap-4 border-b border-line py-2">
            <span className="figure w-16 shrink-0 text-lg">{at(one.at, zone)}</span>
            <span className="min-w-0 [overflow-wrap:anywhere]">{words.title(one)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Who wrote something down, by name. */
export function useWho(): (id: string | null) => string {
  const names = useNames();
  return (id) => (id ? (names.get(id) ?? "") : "");
}
