/** What is asked back: an amount or a time that is hardly what was meant. As in the core. */

import { ms, nothing, type Said } from "./said";
import { type BatchNow, type Doubt, MINUTE, type RunEntry, type RunSheet } from "./types";

const FILLED = 2;
const [DRY, WET] = [0.5, 1.5];
const [NEAR, OVER] = [0.8, 1.1];
const SLIPS = [0.1, 10, 0.001];
const AHEAD = 2 * MINUTE;
const APART = 6 * 60 * MINUTE;
const HALF_A_DAY = 12 * 60 * MINUTE;
const [COLD, HOT] = [2, 45];
const MOST_MEANT = 3;

export function doubts(
  sheet: RunSheet,
  told: readonly RunEntry[],
  said: Map<string, Said>,
  batches: readonly BatchNow[],
  now: number,
): Doubt[] {
  const mixing = told.filter((one) => batchOf(one) !== null && tells(one)).map(ms);
  const middle = median(mixing);
  return told
    .filter((entry) => !entry.insisted)
    .flatMap((entry) => [...times(entry, said, middle, now), ...amounts(sheet, entry, batches)]);
}

function batchOf(entry: RunEntry): number | null {
  const [kind, number = ""] = (entry.step ?? "").split("/");
  return kind === "batch" && /^\d+$/.test(number) ? Number(number) : null;
}

const tells = (entry: RunEntry): boolean => entry.kind === "did" || entry.kind === "answer";

function median(of: readonly number[]): number {
  const sorted = [...of].sort((one, other) => one - other);
  const half = sorted.length >> 1;
  const upper = sorted[half] ?? 0;
  return sorted.length % 2 ? upper : ((sorted[half - 1] ?? 0) + upper) / 2;
}

function times(entry: RunEntry, said: Map<string, Said>, middle: number, now: number): Doubt[] {
  const at = ms(entry);
  const number = batchOf(entry);
  const asked = { entry: entry.id, field: "at" } as const;
  if (at > now + AHEAD) return [{ ...asked, low: 0, high: now, meant: [now] }];
  if (number === null || !tells(entry)) return [];
  const step = `batch/${number}/water`;
  const water = entry.step === step ? null : (said.get(step) ?? nothing()).done;
  if (water && at < ms(water) - MINUTE) {
    const meant = [at + HALF_A_DAY, now].filter((one) => one >= ms(water) && one <= now);
    return [{ ...asked, low: ms(water), high: now, meant }];
  }
  if (Math.abs(at - middle) <= APART) return [];
  const near = [at + HALF_A_DAY, at - HALF_A_DAY, at + 2 * HALF_A_DAY];
  const meant = near.filter((one) => Math.abs(one - middle) <= APART && one <= now);
  const high = Math.min(now, middle + APART);
  return [{ ...asked, low: middle - APART, high, meant: [...meant, now].slice(0, MOST_MEANT) }];
}

function amounts({ bags, fills }: RunSheet, entry: RunEntry, batches: readonly BatchNow[]): Doubt[] {
  const found: Doubt[] = [];
  const number = batchOf(entry);
  const most = FILLED * bags.per_batch;
  if (number !== null && entry.bags && entry.bags > most) {
    const meant = meantBy(entry.bags, bags.per_batch, 0, most);
    found.push({ entry: entry.id, field: "bags", low: 0, high: most, meant });
  }
  const batch = batches.find((one) => one.number === number);
  if (batch && entry.water_l && tells(entry)) {
    const size = Math.min(batch.bags, most);
    const low = DRY * bags.start_l * size;
    const high = WET * bags.most_l * size;
    if (entry.water_l < low || entry.water_l > high) {
      const near = NEAR * bags.start_l * size;
      const meant = meantBy(entry.water_l, bags.start_l * size, near, OVER * bags.most_l * size, size);
      found.push({ entry: entry.id, field: "water_l", low, high, meant });
    }
  }
  const fill = fills.find((one) => (entry.step ?? "").endsWith(`/${one.id}`));
  const gap = Math.max(0, ...entry.gaps_mm);
  if (fill && gap > fill.depth_mm)
    found.push({ entry: entry.id, field: "gaps_mm", low: 0, high: fill.depth_mm, meant: [gap / 10] });
  const { celsius } = entry;
  if (celsius !== null && (celsius < COLD || celsius > HOT)) {
    const meant = [celsius * 1.8 + 32, (celsius - 32) / 1.8].filter((one) => one >= COLD && one <= HOT);
    found.push({ entry: entry.id, field: "celsius", low: COLD, high: HOT, meant });
  }
  return found;
}

/** What was probably meant: a slip put right, then what was planned. */
function meantBy(value: number, planned: number, low: number, high: number, size = 1): number[] {
  const slips = [...SLIPS.map((one) => value * one), ...(size > 1 ? [value * size] : [])];
  const near = slips.filter((one) => one > low && one <= high && Math.abs(one - planned) > planned / 100);
  return [...near, planned].slice(0, MOST_MEANT);
}
