import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { Refused, type Shop } from "@/api/client";
import { setHours, setLifts } from "@/api/queries";
import { type Draft, editEntry, putFirst, setShop } from "@/api/shop";
import { Choice } from "@/parts/Choice";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { entryOf } from "@/units/quantity";
import { clockOfDevice } from "@/units/time";
import { Currency } from "../shop/Currency";

const HERE = Intl.DateTimeFormat().resolvedOptions().timeZone;
const ZONES = [...new Set([HERE, ...Intl.supportedValuesOf("timeZone")])];
/** What is usually paid in, by the end of a language's name. */
const MONEY: Record<string, string> = {
  US: "USD",
  CA: "CAD",
  GB: "GBP",
  AU: "AUD",
  NZ: "NZD",
  IE: "EUR",
  DE: "EUR",
  FR: "EUR",
};
const UNITS: readonly { value: Units; text: string }[] = [
  { value: "mm", text: "mm, kg, litres" },
  { value: "in", text: "inches, lb, quarts" },
];
const LIFTS: Record<Units, string> = { mm: "25", in: "50" };

/** What an empty shop asks once; every answer has a sensible start, and all can be changed under Shop. */
export function FirstQuestions({ shop }: { shop: Shop }) {
  const preferences = usePreferences();
  const { units } = preferences;
  const queries = useQueryClient();
  const bags = shop.mixes.flatMap((mix) =>
    mix.sizes.map((size) => ({ value: `${mix.id}/${size.id}`, text: `${mix.name}, ${size.name}` })),
  );
  const usualBag = (of: Units) => bags.find(({ text }) => text.includes(of === "in" ? "lb" : "kg"))?.value ?? "";
  const [currency, setCurrency] = useState(MONEY[navigator.language.slice(-2)] ?? shop.currency);
  const [zone, setZone] = useState(HERE);
  const [bag, setBag] = useState<string | null>(null);
  const [sheet, setSheet] = useState(shop.sheets[0]?.id ?? "");
  const [lifts, setLiftsTyped] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const entry = entryOf("kg", units);

  async function save(event: FormEvent) {
    event.preventDefault();
    const number = Number((lifts ?? LIFTS[units]).trim().replace(",", "."));
    if (!(number > 0)) return setRefused(`“${lifts}” is not a weight. Write it like ${LIFTS[units]}.`);
    try {
      await setLifts(entry.read(number));
      await setHours({ ...shop.hours, zone, clock: clockOfDevice() });
      const [mixId = "", sizeId = ""] = (bag ?? usualBag(units)).split("/");
      const mix = shop.mixes.find((one) => one.id === mixId);
      if (mix) {
        const sizes = [...mix.sizes].sort((a, b) => Number(b.id === sizeId) - Number(a.id === sizeId));
        const draft: Draft = { ...mix, sizes };
        await editEntry("mixes", mixId, draft, units);
        await putFirst("mixes", mixId);
      }
      if (sheet) await putFirst("sheets", sheet);
      await setShop({ currency, begun: true });
      await queries.invalidateQueries();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setRefused(error.message);
    }
  }

  const select = (
    label: string,
    value: string,
    all: readonly { value: string; text: string }[],
    set: (one: string) => void,
  ) => (
    <label className="block font-semibold">
      {label}
      <select className="field font-normal" value={value} onChange={(event) => set(event.target.value)}>
        {all.map((one) => (
          <option key={one.value} value={one.value}>
            {one.text}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <section aria-label="Set up the shop" className="mb-8 max-w-2xl border-4 border-ink bg-paper p-5">
      <h2 className="text-xl font-bold">Set up the shop</h2>
      <p className="text-soft">Each answer has a sensible start; all can be changed under Shop.</p>
      <form className="mt-4 space-y-4" onSubmit={save}>
        <div>
          <p className="font-semibold">Units</p>
          <Choice label="Units" value={units} choices={UNITS} onChoose={preferences.setUnits} />
        </div>
        <Currency value={currency} onChoose={setCurrency} />
        {select(
          "Time zone",
          zone,
          ZONES.map((one) => ({ value: one, text: one.replaceAll("_", " ") })),
          setZone,
        )}
        {select("Bag you usually buy", bag ?? usualBag(units), bags, setBag)}
        {select(
          "Board you usually buy",
          sheet,
          shop.sheets.map(({ id, name }) => ({ value: id, text: name })),
          setSheet,
        )}
        <label className="block font-semibold">
          One person may lift, {entry.name}
          <input
            className="field font-normal"
            inputMode="decimal"
            value={lifts ?? LIFTS[units]}
            onChange={(event) => setLiftsTyped(event.target.value)}
          />
          <span className="block font-normal text-soft">
            The guideline for a fit adult is {LIFTS.mm} kg (55 lb), close to the body and now and then.
          </span>
        </label>
        {refused && (
          <p role="alert" className="border-l-4 border-stop pl-3">
            {refused}
          </p>
        )}
        <div className="flex gap-3">
          <button type="submit" className="button button-now flex-1">
            Save
          </button>
          <button
            type="button"
            className="button"
            onClick={() => void setShop({ begun: true }).then(() => queries.invalidateQueries())}
          >
            Not now
          </button>
        </div>
      </form>
    </section>
  );
}
