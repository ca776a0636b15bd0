import type { Act } from "@/finish/act";
import type { FinishEntry, MarkNow, SheetStep } from "@/finish/types";
import type { CastingNow } from "@/finish/useFinish";
import { type Units, writeLength } from "@/units/length";
import { fill } from "@/units/sentence";

const SHORT: Record<Exclude<SheetStep["kind"], "grit" | "open">, string> = {
  rout: "Rout",
  slurry: "Slurry",
  off: "Sand off",
  edges: "Edges",
  test: "Sheet",
  coat: "Coat",
  burnish: "Burnish",
};

/** A step in a word: “200”, “Slurry 2”. */
export function shortName(step: SheetStep): string {
  if (step.kind === "grit") return String(step.grit);
  if (step.kind === "open") return step.name.split(" ")[0] ?? "";
  const number = step.id.split("/")[1];
  return ["slurry", "coat"].includes(step.kind) ? `${SHORT[step.kind]} ${number}` : SHORT[step.kind];
}

export const MARKS: Record<MarkNow["mark"], { name: string; sign: string; gone: string }> = {
  high: { name: "High spot", sign: "◆", gone: "lies flat" },
  scratch: { name: "Scratch", sign: "╱", gone: "is out" },
  void: { name: "Void", sign: "●", gone: "is filled" },
};

const LATE: Record<SheetStep["late"], { title: string; how: string; button: string; short: string }> = {
  sand: {
    title: "Sand it first",
    how: "The window for the next coat has gone by: on what has hardened it does not hold. Sand evenly with 220 to 320 until the shine is gone, and wipe the dust off.",
    button: "It is sanded",
    short: "sanded",
  },
  scuff: {
    title: "Scuff it first",
    how: "The window for the next coat has gone by: on what has hardened it does not soak in. Scuff the face with a fine pad and wipe it clean.",
    button: "It is scuffed",
    short: "scuffed",
  },
  drops: {
    title: "Try it with drops of water",
    how: "The last coat has dried, and the next may bead off. Where drops stand for ten minutes it needs no more: leave this coat out. Where they darken the face it still takes some, once that is dry.",
    button: "It still takes some",
    short: "tried with drops",
  },
};

/** What is to be done now, how, what the button says, and what that writes down. */
export function actWords(act: Act, step: SheetStep, units: Units) {
  const name = fill(step.name, {}, units);
  const how = fill(step.how, {}, units);
  switch (act.kind) {
    case "high":
      return {
        title: `Grind high spot ${act.number} down`,
        how: "Pad flat, until a straightedge does not rock along, across or on the diagonals. Mark new ones as you find them.",
        button: `Spot ${act.number} lies flat`,
        short: `spot ${act.number} lies flat`,
      };
    case "pass":
      return {
        title: `Pass ${act.number} of ${act.of}, ${act.way}`,
        how: `${act.way === "across" ? "From the front to the back" : "From end to end"}, each stroke half over the last, the pad flat.`,
        button: `The pass ${act.way} is done`,
        short: `pass ${act.way}`,
      };
    case "look":
      return { title: "Dry it and look along it", how, button: "Check the face", short: "" };
    case "tape":
      return {
        title: act.damp ? "Another sheet, once it is drier" : name,
        how: act.damp ? `Leave it bare and aired for some days. ${how}` : how,
        button: "The sheet is taped on",
        short: "sheet taped on",
      };
    case "sheet":
      return { title: "The sheet is on", how, button: "", short: "" };
    case "sand":
      return { ...LATE[step.late] };
    case "do":
      return { title: name, how, button: "Done", short: name };
  }
}

/** A mark as it stands: “stands 0.4 mm high”. */
export function markText(mark: MarkNow, units: Units): string {
  if (mark.flat) return MARKS[mark.mark].gone;
  if (mark.mark !== "high") return "to do";
  if (mark.high_mm === null) return "not measured";
  const was =
    mark.was_high_mm !== null && mark.was_high_mm > mark.high_mm
      ? `, was ${writeLength(mark.was_high_mm, units, "fine")}`
      : "";
  return `stands ${writeLength(mark.high_mm, units, "fine")} high${was}`;
}

/** An entry in the list of what was written down. */
export function said(entry: FinishEntry, { face, standing }: CastingNow, units: Units): string {
  const step = face.steps.find((one) => one.id === entry.step);
  const name = step ? fill(step.name, {}, units) : "";
  const number = standing.marks.findIndex((one) => one.id === (entry.of ?? entry.id)) + 1;
  switch (entry.kind) {
    case "pass":
      return `${name}: pass ${entry.way}`;
    case "mark":
      return entry.of
        ? `Mark ${number} measured again: ${writeLength(entry.high_mm ?? 0, units, "fine")} high`
        : `${MARKS[entry.mark].name} ${number || ""} marked`;
    case "flat":
      return `Mark ${number || ""} done`;
    case "gone":
      return `${name}: looked along it, all good`;
    case "left":
      return `${name}: scratches left`;
    case "skip":
      return `Left out: ${name}. ${entry.text}`;
    case "sanded":
      return `${name}: ${step ? LATE[step.late].short : "sanded"} first`;
    case "taped":
      return "Sheet taped on";
    case "dry":
      return "The sheet stayed dry";
    case "damp":
      return "Moisture under the sheet";
    case "pad":
      return `${name}: a pad worn`;
    case "note":
      return entry.text || "A photo";
    default:
      return name;
  }
}
