/** What could be done otherwise with a pour: each a change of the job, several of them together a variant. */

import type { Job, JobInput, Plan } from "@/api/client";
import { withField } from "@/api/editor";

export interface Otherwise {
  id: string;
  words: string;
  make: (job: JobInput, planned: Plan) => JobInput;
}

export const MOST_VARIANTS = 3;
const HOUR_MS = 3_600_000;
const DAY_H = 24;
const SHIFT_H = 3;
const WARM_WATER_C = 40;
const COLD_WATER_C = 5;
const BY_C = 5;

/** Mixing so many hours later than it is planned for, or than the plan takes it to be. */
function later(hours: number): Otherwise["make"] {
  return (job, { cure }) => {
    const at = cure.poured_at ?? cure.weather?.since;
    if (!at) return job;
    return withField(job, "/cure/poured_at", new Date(Date.parse(at) + hours * HOUR_MS).toISOString());
  };
}

function protectedBy(id: string): Otherwise["make"] {
  return (job) => {
    const there: readonly string[] = job.cure?.protections ?? [];
    return there.includes(id) ? job : withField(job, "/cure/protections", [...there, id]);
  };
}

const HOURS: readonly Otherwise[] = [
  { id: "earlier", words: "3 h earlier", make: later(-SHIFT_H) },
  { id: "later", words: "3 h later", make: later(SHIFT_H) },
  { id: "tomorrow", words: "a day later", make: later(DAY_H) },
];

const IN_WEATHER: readonly Otherwise[] = [
  { id: "warm water", words: "warm water", make: (job) => withField(job, "/cure/water_c", WARM_WATER_C) },
  { id: "cold water", words: "cold water", make: (job) => withField(job, "/cure/water_c", COLD_WATER_C) },
  { id: "blanket", words: "curing blanket", make: protectedBy("blanket") },
  { id: "heater", words: "tent with heater", make: protectedBy("heated tent") },
  { id: "shade", words: "shade", make: protectedBy("shade") },
  { id: "windbreak", words: "windbreak", make: protectedBy("windbreak") },
  { id: "indoors", words: "in an unheated room", make: (job) => withField(job, "/cure/place", "unheated room") },
];

/** What may be done otherwise with a job as it is planned. */
export function otherwise(job: Job, planned: Plan): Otherwise[] {
  const { cure } = planned;
  const hours = (cure.poured_at ?? cure.weather?.since) ? HOURS : [];
  if (cure.weather) return [...hours, ...IN_WEATHER];
  const kept = job.cure.temperature_c;
  return [
    ...hours,
    { id: "warmer", words: "a warmer room", make: (now) => withField(now, "/cure/temperature_c", kept + BY_C) },
    { id: "cooler", words: "a cooler room", make: (now) => withField(now, "/cure/temperature_c", kept - BY_C) },
    { id: "yard", words: "in the open yard", make: (now) => withField(now, "/cure/place", "open yard") },
  ];
}

/** The job with some changes, in the order in which they are offered. */
export function variantOf(job: Job, planned: Plan, chosen: ReadonlySet<string>): JobInput {
  return otherwise(job, planned)
    .filter((one) => chosen.has(one.id))
    .reduce<JobInput>((now, one) => one.make(now, planned), job);
}
