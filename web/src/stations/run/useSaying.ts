import { useRef, useState } from "react";
import type { Answer } from "@/run/parts";
import type { RunEntry, StepNow } from "@/run/types";
import type { Run, Saying } from "@/run/useRun";
import type { StepWords } from "./words";

/** Two taps on one button within this are one, of a wet thumb [ms]. */
const ONE_TAP_MS = 700;

/** What is said on this device, and the last of it, so that it can be taken back. */
export function useSaying(run: Run, words: StepWords) {
  const [last, setLast] = useState<{ entry: RunEntry; what: string } | null>(null);
  const tappedAt = useRef(0);
  const taps = useRef(new Map<string, number>());

  async function say(saying: Saying, what: string, photo?: Blob) {
    tappedAt.current = Date.now();
    const entry = await run.say(saying, photo);
    if (saying.kind !== "undo") setLast({ entry, what });
  }
  return {
    last,
    /** When something was said here last [ms]. */
    tappedAt,
    say,
    did(step: StepNow, answer: Answer | null) {
      const tap = `${step.id} ${answer?.id ?? ""}`;
      const tapped = taps.current.get(tap) ?? 0;
      taps.current.set(tap, Date.now());
      if (Date.now() - tapped < ONE_TAP_MS) return;
      const kind = answer ? "answer" : "did";
      void say({ kind, step: step.id, answer: answer?.id ?? null, ...amounts(run, step) }, words.title(step));
    },
    undo() {
      if (last) void say({ kind: "undo", of: last.entry.id }, "");
      setLast(null);
    },
  };
}

/** What a batch holds goes with its entries, so that nothing that comes later changes what is written down of it. */
function amounts(run: Run, step: StepNow): Partial<RunEntry> {
  const batch = run.state.batches.find((one) => one.number === step.batch);
  if (!batch) return {};
  if (step.step === run.sheet.water.id) return { bags: batch.bags };
  return step.step === run.sheet.mixed.id ? { bags: batch.bags, water_l: batch.water_l } : {};
}
