import { useState } from "react";
import type { Schemas } from "@/api/client";
import type { PourView } from "@/api/records";
import type { Units } from "@/units/length";
import { write } from "@/units/quantity";

const SHOWN = 8;

/** The figures that were others when the pour was begun. */
export function Changes({ view, units }: { view: PourView; units: Units }) {
  const [all, setAll] = useState(false);
  if (view.gone) return <p className="text-soft">The job is archived or its pieces changed.</p>;
  const { changed } = view;
  if (changed.length === 0) return <p className="text-soft">Nothing: today’s plan is the plan of that day.</p>;
  const shown = all ? changed : changed.slice(0, SHOWN);
  return (
    <>
      <table className="w-full border-t-2 border-ink text-left">
        <thead className="text-soft">
          <tr>
            <th className="py-1 font-normal">Figure</th>
            <th className="py-1 font-normal">then</th>
            <th className="py-1 font-normal">today</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((one) => (
            <tr key={one.key} className="border-t border-line align-baseline">
              <th scope="row" className="py-1.5 pr-3 font-normal">
                {one.title}
                {one.of && <span className="block text-soft">{one.of}</span>}
              </th>
              <td className="figure py-1.5 pr-3 whitespace-nowrap">{value(one, one.then, units)}</td>
              <td className="figure py-1.5 whitespace-nowrap">{value(one, one.now, units)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {changed.length > SHOWN && (
        <button type="button" className="min-h-11 underline" onClick={() => setAll(!all)}>
          {all ? "Fewer" : `${changed.length - SHOWN} more`}
        </button>
      )}
    </>
  );
}

function value(one: Schemas["FigureChange"], told: number | null, units: Units): string {
  return told === null ? "none" : write(told, one.unit, units);
}
