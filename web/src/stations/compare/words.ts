import type { Schemas } from "@/api/client";
import { valueWords } from "@/parts/values";
import type { Units } from "@/units/length";
import { writeApart } from "@/units/quantity";

type Difference = Schemas["PlanDifference"];

/** What a plan says otherwise than the first, in one line. */
export function textOf(one: Difference, units: Units): string {
  if (one.how !== "changed") return [`${one.label} ${one.how}`, one.after].filter(Boolean).join(": ");
  const { before, after } = one;
  if (before === null && after === null) return `${one.label} changed`;
  if (typeof before === "number" && typeof after === "number" && one.unit) {
    const [was, now] = writeApart([before, after], [one.unit, one.unit], units);
    return `${one.label}: ${was} → ${now}`;
  }
  const [was, now] = [before, after].map((value) => said(value, one, units));
  return `${one.label}: ${was} → ${now}`;
}

function said(value: Difference["after"], { field, unit }: Difference, units: Units): string {
  if (typeof value === "boolean")
    return valueWords(String(value), field)
      .replace(/^true$/, "yes")
      .replace(/^false$/, "no");
  if (typeof value === "number") return unit ? (writeApart([value], [unit], units)[0] ?? "") : String(value);
  return valueWords(value ?? "", field);
}
