import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { Shop } from "@/api/client";
import { setLifts } from "@/api/queries";
import { NumberField } from "@/parts/NumberField";
import type { Units } from "@/units/length";
import { entryOf } from "@/units/quantity";

const AT_BEST_KG = 25;

/** What one person of the shop lifts: every job goes by it. */
export function ShopFigure({ shop, units }: { shop: Shop; units: Units }) {
  const queries = useQueryClient();
  const entry = entryOf("kg", units);
  const keep = useMutation({ mutationFn: setLifts, onSuccess: () => queries.invalidateQueries() });
  return (
    <div className="mt-2">
      <NumberField
        label="Shop limit for one person"
        unit={entry.name}
        value={entry.show(shop.one_person_lifts_kg)}
        onKeep={(value) => keep.mutateAsync(entry.read(value ?? 0)).then(() => undefined)}
      />
      <p className="mt-1 text-soft">
        Used by all jobs. The guideline is {Math.round(entry.show(AT_BEST_KG))} {entry.name}, close to the body and at
        the waist.
      </p>
    </div>
  );
}
