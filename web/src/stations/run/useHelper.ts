import { useEffect, useRef } from "react";
import { isDone, type StepNow } from "@/run/types";
import type { Run } from "@/run/useRun";
import type { StepWords } from "./words";

/** In a practice somebody else does what is not yours, each step in its time, unless they are called away. */
export function useHelper(run: Run, mine: "all" | "mixer" | "placer", words: StepWords) {
  const opened = useRef(new Map<string, number>());
  const { practice, state, now, say } = run;
  const id = mine === "all" ? null : mine === "mixer" ? state.placer : state.mixer;
  const step = practice && id ? state.steps.find((one) => one.id === id && one.status === "open") : undefined;
  const isAway = practice?.mishaps.some((one) => one.kind === "away" && one.from_at <= now && now < one.until);
  const key = step ? `${step.id} ${step.passed} ${step.not_yet}` : "";
  useEffect(() => {
    if (!step || isAway || step.id.startsWith("ready/")) return;
    const since = opened.current.get(key) ?? now;
    opened.current.set(key, since);
    if (now - since < lasts(step)) return;
    opened.current.delete(key);
    void say(nextOf(step, practice?.seen[step.id], words));
  }, [step, isAway, key, now, say, practice, words]);
}

/** A test takes a moment, what follows it takes its time. */
function lasts(step: StepNow): number {
  return step.passed || isDone(step) ? step.lasts : Math.max(30_000, step.lasts);
}

function nextOf(step: StepNow, seen: string | undefined, words: StepWords) {
  const answers = words.step(step)?.answers ?? [];
  if (answers.length === 0 || step.passed) return { kind: "did", step: step.id } as const;
  const answer = answers.find((one) => one.id === seen) ?? answers.find((one) => one.leads === "on");
  if (answer?.adds) return { kind: "cup", step: step.id, water_l: words.cupL } as const;
  return { kind: "answer", step: step.id, answer: answer?.id ?? null } as const;
}
