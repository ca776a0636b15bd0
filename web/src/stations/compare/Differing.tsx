import type { Schemas } from "@/api/client";
import { valueWords } from "@/parts/values";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { writeApart } from "@/units/quantity";

type Difference = Schemas["PlanDifference"];

const SHOWN = 8;

/** In what a plan differs from the first, by piece and room. */
export function Differing({ differences }: { differences: readonly Difference[] }) {
  const { units } = usePreferences();
  if (!differences.length) return <p className="text-soft">As the first.</p>;
  const lines = differences.map((one, index) => ({
    key: JSON.stringify(one),
    where: one.where === differences[index - 1]?.where ? "" : one.where,
    text: textOf(one, units),
  }));
  return (
    <>
      <Lines lines={lines.slice(0, SHOWN)} />
      {lines.length > SHOWN && (
        <details>
          <summary className="min-h-11 cursor-pointer py-2 underline">{lines.length - SHOWN} more</summary>
          <Lines lines={lines.slice(SHOWN)} />
        </details>
      )}
    </>
  );
}

function Lines({ lines }: { lines: readonly { key: string; where: string; text: string }[] }) {
  return (
    <ul>
      {lines.map(({ key, where, text }) => (
        <li key={key} className="py-0.5 leading-snug">
          {where && <span className="mt-1 block text-soft first:mt-0">{where}</span>}
          {text}
        </li>
      ))}
    </ul>
  );
}

function textOf(one: Difference, units: Units): string {
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
