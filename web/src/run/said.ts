/** What was written down on the day, step by step, whatever the order in which it came: as the core reads it. */

import type { RunEntry, RunSheet, Step } from "./types";

/** What was written down of one step. */
export interface Said {
  twofold: boolean;
  passed: RunEntry | null;
  done: RunEntry | null;
  skipped: boolean;
  notYet: RunEntry[];
  cupsL: number;
  held: boolean;
  times: number;
}

export const nothing = (twofold = false): Said => ({
  twofold,
  passed: null,
  done: null,
  skipped: false,
  notYet: [],
  cupsL: 0,
  held: false,
  times: 0,
});

/** Each entry once, by time, without what was taken back. */
export function kept(entries: readonly RunEntry[]): RunEntry[] {
  const once = [...new Map(entries.map((one) => [one.id, one])).values()];
  const gone = new Set(once.flatMap((one) => (one.kind === "undo" ? [one.of] : [])));
  return once
    .filter((one) => one.kind !== "undo" && !gone.has(one.id))
    .sort((one, other) => ms(one) - ms(other) || (one.id < other.id ? -1 : 1));
}

/** What was written down, by step. */
export function saidOf(sheet: RunSheet, entries: readonly RunEntry[]): Map<string, Said> {
  const leads = new Map(allSteps(sheet).map((step) => [step.id, new Map(step.answers.map((a) => [a.id, a.leads]))]));
  const twofold = new Set(allSteps(sheet).flatMap((step) => (step.twofold ? [step.id] : [])));
  const said = new Map<string, Said>();
  for (const entry of entries) {
    if (entry.step === null) continue;
    const one = said.get(entry.step) ?? nothing(twofold.has(entry.step));
    said.set(entry.step, one);
    take(one, entry, leads.get(template(entry.step))?.get(entry.answer ?? "") ?? "on");
  }
  return said;
}

function take(said: Said, entry: RunEntry, leads: string) {
  if (entry.kind === "answer" && leads === "not yet") {
    said.notYet.push(entry);
    said.held = false;
  } else if (entry.kind === "answer" && said.twofold) {
    said.passed ??= entry;
    said.held = false;
  } else if (entry.kind === "did" || entry.kind === "answer" || entry.kind === "skip") {
    said.times += 1;
    said.held = false;
    if (said.done) return;
    said.done = entry;
    said.skipped = entry.kind === "skip";
  } else if (entry.kind === "cup") said.cupsL += entry.water_l ?? 0;
  else if (entry.kind === "hold") said.held = said.done === null;
}

/** Every step that a sheet has, those of a batch once. */
export function allSteps(sheet: RunSheet): Step[] {
  return [
    ...sheet.ready,
    sheet.water,
    sheet.mixed,
    sheet.place,
    ...sheet.after,
    ...sheet.fills.flatMap((fill) => [...fill.stages.map((stage) => stage.step), ...fill.finish]),
  ];
}

/** The step of the sheet that a step is made of. */
export function template(key: string): string {
  const [kind, ...rest] = key.split("/");
  return kind === "batch" && rest.length > 1 ? `batch/{n}/${rest[1]}` : key;
}

/** Whether a step is held up by what one that is not ready holds. */
export function isHeldBy(key: string, held: string): boolean {
  return key === held || key.startsWith(`${held}/`) || key.startsWith(`${held}.`);
}

/** When something happened [ms since 1970]. */
export function ms(entry: RunEntry): number {
  return Date.parse(entry.at);
}
