import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { yearQuery } from "@/api/records";
import { Select } from "@/parts/Choice";
import { usePreferences } from "@/units/preferences";
import { trim, write, writeMoney } from "@/units/quantity";

/** A year of the shop: what was made, used, wasted and spent, and all of it as a file. */
export function YearPart() {
  const { units } = usePreferences();
  const [asked, setAsked] = useState<number>();
  const { data: year } = useQuery(yearQuery(asked));
  if (!year || (year.years.length === 0 && year.used.length === 0)) return null;
  const failed = year.made.reduce((sum, one) => sum + one.failed, 0);
  const made = year.made.reduce((sum, one) => sum + one.made, 0);
  const years = [...new Set([year.year, ...year.years])].sort((one, other) => other - one);
  return (
    <section aria-label="The year" className="mt-10">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2 border-b-2 border-ink pb-1">
        <h2 className="flex-1 text-lg font-bold">The year {year.year}</h2>
        {years.length > 1 && (
          <Select
            label="Year"
            value={String(year.year)}
            choices={years.map((one) => ({ value: String(one), text: String(one) }))}
            onChoose={(value) => setAsked(Number(value))}
          />
        )}
        {(["csv", "xlsx"] as const).map((kind) => (
          <a key={kind} className="button" href={`/api/year/file?year=${year.year}&kind=${kind}`} download>
            Export {kind.toUpperCase()}
          </a>
        ))}
      </div>
      <p className="py-2 text-lg">
        {year.pours} pours, {made} castings, {failed} failed. {write(year.bags, "bags", units)} mixed,{" "}
        {write(year.left_over_l, "l", units)} of concrete left over on record.
      </p>
      <div className="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,2fr)_minmax(0,3fr)]">
        <Table
          name="Made"
          heads={["Piece", "Made", "Failed"]}
          rows={year.made.map((one) => [one.name, String(one.made), String(one.failed)])}
        />
        <Table
          name="Materials"
          heads={["Material", "Bought", "Used", "Wasted", "Spent"]}
          rows={year.used.map((one) => [
            `${one.name}, ${one.unit}`,
            trim(one.bought, 2),
            trim(one.used, 2),
            trim(one.wasted, 2),
            one.currency ? writeMoney(one.spent, one.currency) : "no price",
          ])}
        />
      </div>
    </section>
  );
}

function Table({ name, heads, rows }: { name: string; heads: string[]; rows: string[][] }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full" aria-label={name}>
        <thead>
          <tr>
            {heads.map((head, at) => (
              <th
                key={head}
                scope="col"
                className={`border-b border-line-strong py-1 ${at ? "pl-4 text-right" : "text-left"}`}
              >
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(([first, ...rest]) => (
            <tr key={first}>
              <th scope="row" className="border-b border-line py-1.5 text-left font-normal">
                {first}
              </th>
              {rest.map((cell, at) => (
                <td
                  key={heads[at + 1]}
                  className="figure border-b border-line py-1.5 pl-4 text-right whitespace-nowrap"
                >
                  {cell}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
