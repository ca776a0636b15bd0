/** Where the finish of a casting stands, as the core says it: for a phone at the machine without a network. */

import type { FinishEntry, FinishStepNow, GateNow, MarkNow, SheetStep, Standing } from "./types";

const HOUR_MS = 3_600_000;
const MINUTE_MS = 60_000;
/** What lies farther apart was not worked through [ms]. */
const PAUSE_MS = HOUR_MS;
const WAITED: readonly FinishEntry["kind"][] = ["skip", "note", "dry", "damp"];

const ms = (at: string): number => Date.parse(at);
const iso = (at: number): string => new Date(at).toISOString();
const last = (times: readonly string[]): string | null =>
  times.reduce<string | null>((found, at) => (found === null || ms(at) > ms(found) ? at : found), null);

/** Where one casting stands, from its steps and from what was written of it, in any order. */
export function standing(
  sheet: readonly SheetStep[],
  entries: readonly FinishEntry[],
  now: number,
  logged: Readonly<Record<string, string>> = {},
): Standing {
  const told = kept(entries);
  const steps: FinishStepNow[] = [];
  const spent = spentOn(told);
  let before: string | null = null;
  let current: string | null = null;
  let grit: number | null = null;
  for (const step of sheet) {
    const found = stepNow(step, told, before, now, logged[step.id] ?? null);
    found.spent_min = (spent.get(step.id) ?? 0) / MINUTE_MS;
    if (step.grit !== null) {
      found.after_grit = grit;
      found.steep = grit !== null && grit < step.takes;
    }
    if (found.done_at === null && current === null) current = step.id;
    const status = found.done_at !== null ? "done" : step.id === current ? "now" : "ahead";
    steps.push({ ...found, status });
    if (found.done_at === null || found.skipped) continue;
    if (["slurry", "coat", "grit"].includes(step.kind)) before = found.done_at;
    grit = step.grit ?? grit;
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
  const again = new Map<string, FinishEntry[]>();
  for (const one of told) {
    if (one.kind !== "mark" || one.of === null) continue;
    const those = again.get(one.of) ?? [];
    those.push(one);
    again.set(one.of, those);
  }
  return told.flatMap((one): MarkNow[] => {
    const { id, mark, x_mm, y_mm } = one;
    if (!isMark(one) || x_mm === null || y_mm === null) return [];
    const seen = [one, ...(again.get(id) ?? [])];
    const { size_mm, high_mm } = seen.at(-1) ?? one;
    const most = seen.reduce((found, other) => (isMore(other, found) ? other : found));
    const was = { was_mm: most.size_mm, was_high_mm: most.high_mm };
    return [{ id, mark, x_mm, y_mm, size_mm, high_mm, ...was, flat: flat.has(id) }];
  });
}

/** Whether it puts a mark on the face, and does not only measure one again. */
function isMark({ kind, of, x_mm, y_mm }: FinishEntry): boolean {
  return kind === "mark" && of === null && x_mm !== null && y_mm !== null;
}

function isMore(one: FinishEntry, other: FinishEntry): boolean {
  if (one.size_mm !== other.size_mm) return one.size_mm > other.size_mm;
  return (one.high_mm ?? 0) > (other.high_mm ?? 0);
}

/** How long was worked at each step: until something was written of it, from what was written before [ms]. */
function spentOn(told: readonly FinishEntry[]): Map<string, number> {
  const found = new Map<string, number>();
  told.forEach((one, index) => {
    const before = told[index - 1];
    if (one.step === null || !before || WAITED.includes(one.kind)) return;
    const gap = ms(one.at) - ms(before.at);
    if (gap <= PAUSE_MS) found.set(one.step, (found.get(one.step) ?? 0) + gap);
  });
  return found;
}

function stepNow(
  step: SheetStep,
  told: readonly FinishEntry[],
  before: string | null,
  now: number,
  logged: string | null,
): FinishStepNow {
  const own = told.filter((one) => one.step === step.id);
  const of = (kind: FinishEntry["kind"]) => own.filter((one) => one.kind === kind).map((one) => one.at);
  const damp = last(of("damp"));
  const taped = last(of("taped"));
  const really = doneAt(step, own, told, damp) ?? logged;
  const left = of("skip")[0] ?? null;
  const skipped = really === null && left !== null;
  const done = really ?? left;
  const after = (hours: number) => (before === null ? null : ms(before) + hours * HOUR_MS);
  let opens = step.from_h ? after(step.from_h) : null;
  if (step.kind === "test" && taped !== null) opens = ms(taped) + step.stays_h * HOUR_MS;
  const closes = step.until_h === null ? null : after(step.until_h);
  const sanded = closes !== null && of("sanded").some((at) => ms(at) >= closes);
  const past = closes !== null && (really === null ? now : ms(really)) > closes && !sanded;
  return {
    id: step.id,
    status: "ahead",
    done_at: done,
    opens_at: opens === null ? null : iso(opens),
    closes_at: closes === null ? null : iso(closes),
    must_sand: past && done === null,
    late: past && really !== null,
    gate: step.kind === "grit" ? gateOf(step, told) : null,
    damp_at: damp,
    taped_at: taped,
    pads: of("pad").length,
    skipped,
    after_grit: null,
    steep: false,
    passes: of("pass").length,
    sanded: of("sanded").length > 0,
    spent_min: 0,
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
  const closing = new Closing(step);
  let upcoming = 0;
  for (const gone of own.filter((one) => one.kind === "gone")) {
    for (let one = told[upcoming]; one && ms(one.at) <= ms(gone.at); one = told[++upcoming]) closing.add(one);
    if (closing.gate.open) return gone.at;
  }
  return null;
}

/** The gate of a grit, entry by entry: the passes since scratches were last seen, and all high spots. */
class Closing {
  private seen: number | null = null;
  private passes = { across: 0, along: 0 };
  private readonly highs = new Set<string>();
  private readonly flat = new Set<string>();
  private down = 0;

  constructor(private readonly step: SheetStep) {}

  add(one: FinishEntry): void {
    if (isMark(one) && one.mark === "high") {
      this.highs.add(one.id);
      this.down += Number(this.flat.has(one.id));
    } else if (one.kind === "flat" && one.of !== null && !this.flat.has(one.of)) {
      this.flat.add(one.of);
      this.down += Number(this.highs.has(one.of));
    }
    if (one.step !== this.step.id) return;
    if (one.kind === "left") {
      this.seen = ms(one.at);
      this.passes = { across: 0, along: 0 };
    } else if (one.kind === "pass" && one.way !== null && (this.seen === null || ms(one.at) > this.seen)) {
      this.passes[one.way] += 1;
    }
  }

  get gate(): GateNow {
    const { across, along } = this.passes;
    const wanted = this.step.passes;
    const crossed = Math.min(across, along) >= wanted / 2;
    const marks = this.highs.size;
    const open = crossed && this.down === marks;
    return { flat: this.down, marks, across, along, wanted, seen_scratches: this.seen !== null && !crossed, open };
  }
}

function gateOf(step: SheetStep, told: readonly FinishEntry[]): GateNow {
  const closing = new Closing(step);
  for (const one of told) closing.add(one);
  return closing.gate;
}
