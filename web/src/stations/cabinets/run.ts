import type { Job, Schemas } from "@/api/client";

export type CabinetRun = Job["cabinets"]["runs"][number];
export type RunResult = Schemas["RunResult"];
export type LegName = Schemas["UnitPlace"]["leg"];
export type UnitKind = Schemas["UnitPlace"]["kind"];
export type Unit = CabinetRun["back"]["units"][number];

export const LEGS: readonly { leg: LegName; name: string }[] = [
  { leg: "left", name: "Left leg" },
  { leg: "back", name: "Back leg" },
  { leg: "right", name: "Right leg" },
];

/** One unit of a run, by its leg and its place in it. */
export interface UnitAt {
  leg: LegName;
  number: number;
}

/** What is added to a leg, and how wide it begins. */
export const ADDED: readonly { kind: UnitKind; text: string; mm: string; inch: string }[] = [
  { kind: "cabinet", text: "Cabinet", mm: "600 mm", inch: '24"' },
  { kind: "sink cabinet", text: "Sink", mm: "800 mm", inch: '36"' },
  { kind: "hob cabinet", text: "Hob", mm: "800 mm", inch: '36"' },
  { kind: "dishwasher", text: "Dishwasher", mm: "600 mm", inch: '24"' },
  { kind: "range", text: "Range", mm: "600 mm", inch: '30"' },
  { kind: "end panel", text: "End panel", mm: "18 mm", inch: '3/4"' },
];

/** The box round everything of a run [mm]. */
export function boxOf(run: RunResult): { left: number; front: number; right: number; back: number } {
  const paths = [...run.units.map((one) => one.path), ...run.tops.map((one) => one.path)];
  const xs = paths.flatMap((path) => path.filter((_, at) => at % 3 === 0));
  const ys = paths.flatMap((path) => path.filter((_, at) => at % 3 === 1));
  return { left: Math.min(...xs), front: Math.min(...ys), right: Math.max(...xs), back: Math.max(...ys) };
}
