/** The one thing to do now at a step: what the large button says, and what it writes down. */

import type { FinishStepNow, MarkNow, SheetStep, Standing } from "./types";
import type { Saying } from "./useFinish";

export type Act =
  | { kind: "high"; mark: MarkNow; number: number }
  | { kind: "pass"; way: "across" | "along"; number: number; of: number }
  | { kind: "look" }
  | { kind: "tape"; damp: boolean }
  | { kind: "sheet" }
  | { kind: "sand" }
  | { kind: "do" };

/** What comes next at a step that is not done. */
export function actOf(step: SheetStep, now: FinishStepNow, standing: Standing): Act {
  if (step.kind === "test") return taped(now) ? { kind: "sheet" } : { kind: "tape", damp: now.damp_at !== null };
  if (now.must_sand) return { kind: "sand" };
  if (step.kind !== "grit" || !now.gate) return { kind: "do" };
  const { across, along, wanted } = now.gate;
  const highest = standing.marks
    .map((mark, index) => ({ mark, number: index + 1 }))
    .filter(({ mark }) => mark.mark === "high" && !mark.flat)
    .sort((one, other) => (other.mark.high_mm ?? 0) - (one.mark.high_mm ?? 0))[0];
  if (highest) return { kind: "high", ...highest };
  const half = wanted / 2;
  if (across >= half && along >= half) return { kind: "look" };
  const way = across <= along && across < half ? "across" : along < half ? "along" : "across";
  return { kind: "pass", way, number: Math.min(across, half) + Math.min(along, half) + 1, of: wanted };
}

/** What the large button of an act writes down; null where it asks first. */
export function sayingOf(act: Act, step: string): Saying | null {
  switch (act.kind) {
    case "high":
      return { kind: "flat", step, of: act.mark.id };
    case "pass":
      return { kind: "pass", step, way: act.way };
    case "tape":
      return { kind: "taped", step };
    case "sand":
      return { kind: "sanded", step };
    case "do":
      return { kind: "did", step };
    default:
      return null;
  }
}

/** Whether the sheet is on: a damp one is off again until it is taped on anew. */
function taped(now: FinishStepNow): boolean {
  if (now.taped_at === null) return false;
  return now.damp_at === null || Date.parse(now.damp_at) < Date.parse(now.taped_at);
}
