import { useQueryClient } from "@tanstack/react-query";
import type { Shop } from "@/api/client";
import { setShop } from "@/api/shop";
import { SpecField } from "@/parts/SpecField";
import { type FieldOf, specOf } from "@/parts/specs";
import { usePreferences } from "@/units/preferences";
import { ShopHours } from "../cure/ShopHours";
import { ShopFigure } from "../move/ShopFigure";
import { Currency } from "./Currency";

const RATES: readonly FieldOf<"Rates">[] = [
  "hour_price",
  "overhead_pct",
  "consumables_pct",
  "rejects_pct",
  "margin_pct",
  "energy_price",
];

/** What the shop is called, what it pays in, when it is open. */
export function BasicsPart({ shop }: { shop: Shop }) {
  const { units } = usePreferences();
  const queries = useQueryClient();
  const keep = (told: Parameters<typeof setShop>[0]) => setShop(told).then(() => queries.invalidateQueries());
  return (
    <section aria-label="Name, money, hours" className="max-w-xl">
      <h2 className="mb-2 text-xl font-bold">Name, money, hours</h2>
      <SpecField spec={specOf("Shop", "name")} value={shop.name} onKeep={(name) => keep({ name: String(name) })} />
      <Currency value={shop.currency} onChoose={(currency) => void keep({ currency })} />
      <p className="mt-1 text-soft">Prices are in this money everywhere. Lots that were paid otherwise say so.</p>
      <div className="mt-6">
        <ShopHours shop={shop} />
      </div>
      <section aria-label="Rates" className="mt-6">
        <h2 className="text-lg font-bold">Rates</h2>
        <p className="text-soft">What a price is worked out with. Under Cost, in each job.</p>
        {RATES.map((name) => (
          <SpecField
            key={name}
            spec={specOf("Rates", name)}
            value={shop.rates?.[name] ?? specOf("Rates", name).default ?? null}
            onKeep={(value) => keep({ rates: { ...shop.rates, [name]: value } })}
          />
        ))}
      </section>
      <section aria-label="Lifting" className="mt-6">
        <h2 className="text-lg font-bold">Lifting</h2>
        <ShopFigure shop={shop} units={units} />
      </section>
    </section>
  );
}
