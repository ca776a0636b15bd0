/** Where the finish of a casting stands, as the core says it: for a phone at the machine without a network. */

import type { FinishEntry, FinishStepNow, GateNow, MarkNow, SheetStep, Standing } from "./types";

const HOUR_MS = 3_600_000;
const CROSSED = 4;
const SHEET_H = 16;

const ms = (at: string): number => Date.parse(at);
const iso = (at: number): string => new Date(at).toISOString();
const last = (times: readonly string[]): string | null =>
  times.reduce<string | null>((found, at) => (found === null || ms(at) > ms(found) ? at : found), null);

/** Where one casting stands, from its steps and from what was written of it, in any order. */
export function standing(sheet: readonly SheetStep[], entries: readonly FinishEntry[], now: number): Standing {
  const told = kept(entries);
  const steps: FinishStepNow[] = [];
  let before: string | null = null;
  let current: string | null = null;
  for (const step of sheet) {
    const found = stepNow(step, told, before, now);
    if (found.done_at === null && current === null) current = step.id;
    const status = found.done_at !== null ? "done" : step.id === current ? "now" : "ahead";
    steps.push({ ...found, status });
    if (found.done_at !== null && ["slurry", "coat", "grit"].includes(step.kind)) before = found.done_at;
  }
  const done = new Map(steps.map((step) => [step.id, step.done_at]));
  const odd = told
    .filter((one) => one.step !== null && (!done.has(one.step) || tooSoon(one, done)))
    .map(({ id }) => id);
  return { steps, marks: marksOf(told), now: current, over: current === null, odd };
}

/** A grit that was said to be done while passes or high spots were wanting. */
function tooSoon(entry: FinishEntry, done: ReadonlyMap<string, string | null>): boolean {
  const at = done.get(entry.step ?? "") ?? null;
  return entry.kind === "gone" && (at === null || ms(entry.at) < ms(at));
}

function kept(entries: readonly FinishEntry[]): FinishEntry[] {
  const once = [...new Map(entries.map((one) => [one.id, one])).values()];
  const gone = new Set(once.filter((one) => one.kind === "undo").map((one) => one.of));
  return once
    .filter((one) => one.kind !== "undo" && !gone.has(one.id))
    .sort((one, other) => ms(one.at) - ms(other.at) || (one.id < other.id ? -1 : 1));
}

function marksOf(told: readonly FinishEntry[]): MarkNow[] {
  const flat = new Set(told.filter((one) => one.kind === "flat").map((one) => one.of));
  return told.flatMap(({ kind, id, mark, x_mm, y_mm, size_mm, high_mm }) =>
    kind === "mark" && x_mm !== null && y_mm !== null
      ? [{ id, mark, x_mm, y_mm, size_mm, high_mm, flat: flat.has(id) }]
      : [],
  );
}

function stepNow(step: SheetStep, told: readonly FinishEntry[], before: string | null, now: number): FinishStepNow {
  const own = told.filter((one) => one.step === step.id);
  const of = (kind: FinishEntry["kind"]) => own.filter((one) => one.kind === kind).map((one) => one.at);
  const damp = last(of("damp"));
  const taped = last(of("taped"));
  const done = doneAt(step, own, told, damp);
  const after = (hours: number) => (before === null ? null : ms(before) + hours * HOUR_MS);
  let opens = step.from_h ? after(step.from_h) : null;
  if (step.kind === "test" && taped !== null) opens = ms(taped) + SHEET_H * HOUR_MS;
  const closes = step.until_h === null ? null : after(step.until_h);
  const sanded = closes !== null && of("sanded").some((at) => ms(at) >= closes);
  const past = closes !== null && (done === null ? now : ms(done)) > closes && !sanded;
  return {
    id: step.id,
    status: "ahead",
    done_at: done,
    opens_at: opens === null ? null : iso(opens),
    closes_at: closes === null ? null : iso(closes),
    must_sand: past && done === null,
    late: past && done !== null,
    gate: step.kind === "grit" ? gateOf(step.id, told) : null,
    damp_at: damp,
    taped_at: taped,
    pads: of("pad").length,
  };
}

/** When it was done: a grit once its gate was open, the sheet by the last that stayed dry. */
function doneAt(
  step: SheetStep,
  own: readonly FinishEntry[],
  told: readonly FinishEntry[],
  damp: string | null,
): string | null {
  const first = (kind: FinishEntry["kind"], fits: (one: FinishEntry) => boolean = () => true) =>
    own.find((one) => one.kind === kind && fits(one))?.at ?? null;
  if (step.kind === "test") return first("dry", (one) => damp === null || ms(one.at) > ms(damp));
  if (step.kind !== "grit") return first("did");
  return first(
    "gone",
    (gone) =>
      gateOf(
        step.id,
        told.filter((one) => ms(one.at) <= ms(gone.at)),
      ).open,
  );
}

/** The passes since scratches were last seen, and the high spots: all are taken down with the first grit. */
function gateOf(step: string, told: readonly FinishEntry[]): GateNow {
  const own = told.filter((one) => one.step === step);
  const seen = last(own.filter((one) => one.kind === "left").map((one) => one.at));
  const passes = own.filter((one) => one.kind === "pass" && (seen === null || ms(one.at) > ms(seen)));
  const across = passes.filter((one) => one.way === "across").length;
  const along = passes.filter((one) => one.way === "along").length;
  const highs = marksOf(told).filter((one) => one.mark === "high");
  const flat = highs.filter((one) => one.flat).length;
  const crossed = across >= CROSSED / 2 && along >= CROSSED / 2;
  return {
    flat,
    marks: highs.length,
    across,
    along,
    wanted: CROSSED,
    seen_scratches: seen !== null && !crossed,
    open: crossed && flat === highs.length,
  };
}
