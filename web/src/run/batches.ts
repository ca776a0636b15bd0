/** The batches: those that were mixed, and what is still to be mixed. As in the core. */

import { ms, nothing, type Said } from "./said";
import { type BatchNow, MINUTE, type RunSheet } from "./types";

const QUARTERS = 4;
const TRIFLE = 1e-6;
const MOST = 500;

export function batchesNow(sheet: RunSheet, said: Map<string, Said>, extraBags: number): BatchNow[] {
  const { bags } = sheet;
  const numbers = [...said.keys()].flatMap((key) => {
    const [kind, number = ""] = key.split("/");
    return kind === "batch" && /^\d+$/.test(number) ? [Number(number)] : [];
  });
  const begun = Math.min(Math.max(0, ...numbers), MOST);
  const batches: BatchNow[] = [];
  let dose: number | null = null; // water of a bag, as the first batch took it
  let used = 0;
  let litres = 0;

  const add = (size: number, water: number): BatchNow => {
    const batch: BatchNow = {
      number: batches.length + 1,
      bags: size,
      water_l: water,
      from_l: litres,
      to_l: litres + size * bags.yield_l,
      water_at: null,
      mixed_at: null,
      placed_at: null,
      use_by: null,
    };
    used += size;
    litres = batch.to_l;
    batches.push(batch);
    return batch;
  };

  for (let number = 1; number <= begun; number++) {
    const water = said.get(`batch/${number}/water`) ?? nothing();
    const mixed = said.get(`batch/${number}/mixed`) ?? nothing();
    const told = mixed.done?.bags || water.done?.bags;
    const size = told || sizeOf(sheet, number, used, extraBags, begun) || bags.per_batch;
    const cups = water.cupsL + mixed.cupsL;
    const inIt = mixed.done?.water_l || water.done?.water_l;
    const batch = add(size, inIt || (dose ?? bags.start_l) * size + cups);
    if (mixed.done) {
      batch.mixed_at = ms(mixed.done);
      dose ??= batch.water_l / size;
    }
    if (water.done) batch.water_at = ms(water.done);
    else if (batch.mixed_at !== null) batch.water_at = batch.mixed_at - bags.mixing_min * size * MINUTE;
    if (batch.water_at !== null) batch.use_by = batch.water_at + bags.working_min * MINUTE;
  }
  while (batches.length < MOST) {
    const size = sizeOf(sheet, batches.length + 1, used, extraBags, begun);
    if (size <= 0) break;
    add(size, (dose ?? bags.start_l) * size);
  }
  return batches;
}

function sizeOf({ bags }: RunSheet, number: number, used: number, extraBags: number, begun: number): number {
  if (!extraBags && (!begun || number === 1)) return bags.planned[number - 1] ?? 0;
  const toGo = Math.ceil(QUARTERS * (bags.bare + extraBags - used) - TRIFLE) / QUARTERS;
  return Math.min(bags.per_batch, Math.max(0, toGo));
}

/** Whether a batch that nobody said was placed is of another day: it is no alarm any longer. */
export function isLongPast(batch: BatchNow, now: number): boolean {
  return batch.use_by !== null && batch.use_by < now - LONG_PAST_MS;
}

/** After it would have set whatever it was [ms]. */
const LONG_PAST_MS = 12 * 3_600_000;
