import type { Schemas } from "@/api/client";
import { usePreferences } from "@/units/preferences";
import { textOf } from "./words";

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
