import { useMutation, useQueryClient } from "@tanstack/react-query";
import type { Plan, Shop } from "@/api/client";
import { type SheetSize, setSheetSizes } from "@/api/queries";
import { LengthField } from "@/parts/LengthField";
import { NumberField } from "@/parts/NumberField";

type Kind = Plan["cutting"]["kinds"][number];

/** In which sizes a sheet is sold, and what one costs: the plan takes what costs least. All jobs go by it. */
export function SheetSizes({ kind, shop }: { kind: Kind; shop: Shop }) {
  const queries = useQueryClient();
  const sheet = [...(shop.sheets ?? []), ...(shop.liners ?? [])].find((one) => one.id === kind.sheet);
  const keep = useMutation({
    mutationFn: (sizes: SheetSize[]) => setSheetSizes(kind.sheet, sizes),
    onSuccess: () => queries.invalidateQueries(),
  });
  if (!sheet) return null;
  const usual = { length_mm: sheet.length_mm, width_mm: sheet.width_mm, price: sheet.price ?? null };
  const sizes = [usual, ...(sheet.other_sizes ?? [])].map(
    ({ length_mm, width_mm, price }): SheetSize => ({
      length: { mm: length_mm, typed: null },
      width: { mm: width_mm, typed: null },
      price: price ?? null,
    }),
  );
  const change = (at: number, part: Partial<SheetSize>) =>
    keep.mutateAsync(sizes.map((one, index) => (index === at ? { ...one, ...part } : one))).then(() => undefined);

  return (
    <section aria-label={`Sizes of ${kind.sheet_name}`}>
      <h2 className="text-lg font-bold">{kind.sheet_name} sizes sold</h2>
      <p className="text-soft">The plan takes the sizes that cost least together; without prices, the least area.</p>
      <ul className="cards [--card:18rem] gap-x-8 gap-y-3">
        {sizes.map((size, at) => {
          const key = `${at} of ${sizes.length}`;
          const name = at === 0 ? "usual" : `size ${at + 1}`;
          return (
            <li key={key} className="border-b border-line py-2">
              <LengthField
                label={`Length, ${name}`}
                length={size.length as { mm: number; typed: string | null }}
                onKeep={(typed) => change(at, { length: typed })}
              />
              <LengthField
                label={`Width, ${name}`}
                length={size.width as { mm: number; typed: string | null }}
                onKeep={(typed) => change(at, { width: typed })}
              />
              <NumberField
                label={`Cost, ${name}`}
                value={size.price ?? null}
                empty="not given"
                onKeep={(price) => change(at, { price })}
              />
              {sizes.length > 1 && (
                <button
                  type="button"
                  className="button mt-1"
                  onClick={() => keep.mutate(sizes.filter((_, index) => index !== at))}
                >
                  Remove size
                </button>
              )}
            </li>
          );
        })}
      </ul>
      {sizes.length < MOST_SIZES && (
        <button
          type="button"
          className="button mt-2"
          onClick={() =>
            keep.mutate([...sizes, { length: { mm: usual.length_mm / 2 }, width: { mm: usual.width_mm }, price: null }])
          }
        >
          Add a size
        </button>
      )}
    </section>
  );
}

const MOST_SIZES = 7;
