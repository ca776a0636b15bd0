/**
 * Where one stands in a pour: from its sheet and from what was written down. The core's own rules, for a phone that
 * goes on without a network; both must give the same of the same cases.
 */

import { batchesNow } from "./batches";
import { Forecast } from "./forecast";
import { kept, saidOf } from "./said";
import { isDone, type RunEntry, type RunSheet, type RunState, type StepNow } from "./types";
import { doubts } from "./unlikely";

export function runState(sheet: RunSheet, entries: readonly RunEntry[], now: number): RunState {
  const told = kept(entries);
  const extra = told.reduce((sum, one) => sum + (one.kind === "extra" ? (one.bags ?? 0) : 0), 0);
  const said = saidOf(sheet, told);
  const batches = batchesNow(sheet, said, extra);
  const { steps } = new Forecast(sheet, said, batches, now);
  const begun = batches.flatMap((one) => (one.water_at === null ? [] : [{ ...one, water_at: one.water_at }]));
  const bags = sum(begun, (one) => one.bags);
  const own = new Set(sheet.fills.flatMap((fill) => fill.finish.map((step) => step.id))); // which go by a clock
  const late = steps
    .filter((one) => one.status === "open" && one.until < now && own.has(one.step))
    .sort((a, b) => a.until - b.until);
  return {
    begun_at: begun.length ? Math.min(...begun.map((one) => one.water_at)) : null,
    batches,
    steps,
    mixer: current(steps.filter((one) => one.who === "mixer")),
    placer: current(steps.filter((one) => one.who !== "mixer")),
    bags,
    ready_bags: Math.max(0, sheet.bags.ready - bags),
    water_l: sum(begun, (one) => one.water_l),
    placed_l: Math.max(0, ...steps.filter(isDone).map((one) => one.placed_l ?? 0)),
    mixed_l: sum(
      batches.filter((one) => one.mixed_at !== null),
      (one) => one.to_l - one.from_l,
    ),
    whole_l: sheet.fills.at(-1)?.to_l ?? 0,
    enough: enough(sheet, told, bags, Math.max(0, ...begun.map((one) => one.to_l))),
    clashes: clashes(sheet, steps),
    late: late.map((one) => one.id),
    doubts: doubts(sheet, told, said, batches, now),
    over: steps.every(isDone),
  };
}

function sum<T>(of: readonly T[], value: (one: T) => number): number {
  return of.reduce((all, one) => all + value(one), 0);
}

/** What is open and due first; where nothing is open, what is waited for. */
function current(steps: readonly StepNow[]): string | null {
  const ahead = steps.filter((one) => !isDone(one) && !one.held && !isToldNotReady(one));
  const ready = ahead.filter((one) => one.status === "open");
  const from = ready.length ? ready : ahead;
  return from.length ? from.reduce((least, one) => (one.at < least.at ? one : least)).id : null;
}

/** Whether it was to be ready before the first water, is not, and somebody knows. */
export function isToldNotReady(one: StepNow): boolean {
  return one.id.startsWith("ready/") && one.not_yet > 0;
}

function enough(sheet: RunSheet, told: readonly RunEntry[], used: number, begunL: number): RunState["enough"] {
  const last = told.findLast((one) => one.kind === "gaps" && one.gaps_mm.length && one.step);
  const fill = last && sheet.fills.find((one) => last.step?.endsWith(`/${one.id}`));
  if (!last || !fill) return null;
  const gap = sum(last.gaps_mm, (one) => one) / last.gaps_mm.length;
  const all = sheet.fills.at(-1)?.to_l ?? 0;
  const forOthers = Math.max(0, all - Math.max(fill.to_l, begunL)) / sheet.bags.yield_l;
  const wanted = (fill.area_mm2 * fill.count * gap) / 1e6;
  return {
    fill: fill.id,
    wanted_l: wanted,
    wanted_bags: Math.ceil((4 * wanted) / sheet.bags.yield_l - 1e-9) / 4,
    closed_bags: Math.max(0, sheet.bags.ready - used - forOthers),
  };
}

function clashes(sheet: RunSheet, steps: readonly StepNow[]): RunState["clashes"] {
  const hands = Math.max(1, sheet.people - 1);
  const own = new Set(sheet.fills.flatMap((fill) => fill.finish.map((step) => step.id)));
  const ahead = steps
    .filter((one) => one.who === "placer" && !isDone(one) && one.lasts > 0)
    .sort((one, other) => one.at - other.at);
  return ahead.flatMap((one, number) => {
    const beside = ahead
      .slice(0, number)
      .filter(
        (other) =>
          other.at + other.lasts > one.at && other.fill !== one.fill && (own.has(one.step) || own.has(other.step)),
      );
    const first = beside.at(-1);
    return first && beside.length >= hands ? [{ first: first.id, second: one.id, at: one.at }] : [];
  });
}
