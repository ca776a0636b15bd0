import { WrittenDown } from "@/day/WrittenDown";
import { kept } from "@/run/said";
import type { RunEntry } from "@/run/types";
import type { Run } from "@/run/useRun";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import type { StepWords } from "./words";

/** What was written down, newest first; each can be taken back. */
export function DoneSoFar({ run, words, onUndo }: { run: Run; words: StepWords; onUndo: (entry: RunEntry) => void }) {
  const { units } = usePreferences();
  const told = kept(run.entries).reverse();
  const say = (entry: RunEntry) => said(entry, run, words, units) + marks(entry);
  return <WrittenDown entries={told} say={say} zone={run.view.zone} onUndo={onUndo} />;
}

/** That somebody insisted on it, that a device read it, that its clock was ahead. */
function marks(entry: RunEntry): string {
  const told = [
    entry.insisted && "kept as written",
    entry.read.length > 0 && "read by a device",
    entry.said_at && "its clock ran ahead",
  ].filter(Boolean);
  return told.length > 0 ? ` (${told.join(", ")})` : "";
}

function said(entry: RunEntry, run: Run, words: StepWords, units: Units): string {
  const step = run.state.steps.find((one) => one.id === entry.step);
  const title = step ? words.title(step) : (entry.step ?? "");
  const answer = step && words.step(step)?.answers.find((one) => one.id === entry.answer);
  switch (entry.kind) {
    case "answer":
      return `${title}: ${answer?.leads === "not yet" ? "not yet" : (answer?.leads ?? "")}`.replace(/: on$/, "");
    case "skip":
      return `Left out: ${title}${entry.text ? `. ${entry.text}` : ""}`;
    case "hold":
      return `On hold: ${title}`;
    case "cup":
      return `${title}: a cup of water`;
    case "gaps":
      return `${title}: gaps measured`;
    case "temperature":
      return `${title}: temperature`;
    case "extra":
      return `${write(entry.bags ?? 0, run.sheet.bags.counts, units)} more`;
    case "covered":
      return "Open faces covered against rain";
    case "note":
      return entry.text || "A photo";
    default:
      return title;
  }
}
