/** How records are told. */

import type { LogEntry, Lot } from "@/api/records";
import { valueWords } from "@/parts/values";
import type { Units } from "@/units/length";
import { write } from "@/units/quantity";
import { day } from "@/units/time";

export const KG: Record<Units, { name: string; kg: number }> = {
  mm: { name: "kg", kg: 1 },
  in: { name: "lb", kg: 0.45359237 },
};

/** A mass off a scale: finer than one that was worked out. */
function writeWeighed(kg: number, units: Units): string {
  return `${(kg / KG[units].kg).toFixed(units === "mm" ? 2 : 1)} ${KG[units].name}`;
}

/** A line of the log in words. */
export function told(entry: LogEntry, units: Units, acts: Map<string, string>): string {
  const act = entry.act ? (acts.get(entry.act) ?? entry.act) : "";
  switch (entry.kind) {
    case "poured":
      return "Mixing started";
    case "batch":
      return `Batch ${entry.number}: ${write(entry.bags ?? 0, "bags", units)}, ${write(entry.water_l ?? 0, "water", units)} of water`;
    case "act":
      return act;
    case "state":
      return `#${entry.serial} is ${entry.taken_back ? `back to ${entry.state}` : entry.state}`;
    case "weighing":
      return `#${entry.serial} weighs ${writeWeighed(entry.mass_kg ?? 0, units)}`;
    case "test":
      return `${act}: ${entry.ready ? "ready" : "not yet"}`;
    case "strength":
      return `${valueWords(entry.method ?? "")}: ${write(entry.strength_mpa ?? 0, "MPa", units)}`;
    case "left over":
      return entry.volume_l ? `${write(entry.volume_l, "l", units)} of concrete left over` : "No concrete left over";
    case "changed":
      return entry.text;
    default:
      return entry.serial ? `#${entry.serial}: ${entry.text}` : entry.text;
  }
}

export const KIND_WORDS: Record<LogEntry["kind"], string> = {
  note: "Note",
  weighing: "Weighed",
  test: "Tested",
  defect: "Defect",
  strength: "Strength",
  "left over": "Left over",
  poured: "Poured",
  batch: "Mixed",
  act: "Done",
  state: "Casting",
  changed: "Plan changed",
};

/** What a lot is called: by its number, else by the day on which it came. */
export function lotName(lot: Lot): string {
  return lot.name || day(lot.received_on);
}
