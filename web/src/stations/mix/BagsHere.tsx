import type { Schemas, Shop } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { listAt } from "@/api/lists";
import { useStock } from "@/api/records";
import { DocField } from "@/parts/DocField";
import { mostOf, specOf } from "@/parts/specs";
import { namesOf } from "../job/shopChoices";

type InHand = Schemas["InHand-Input"];

/** The bags that are here, lot by lot: they are used first, and castings of one colour want one lot. */
export function BagsHere({ shop }: { shop: Shop }) {
  const editor = useJobEditor();
  const items = useStock();
  const { mix: id, bag, in_hand: here, scratch } = editor.shown.job.mix;
  const mix = shop.mixes.find((one) => one.id === id) ?? shop.mixes[0];
  if (!mix || scratch) return null;
  const list = listAt(editor, "/mix/in_hand");
  const inStock = items
    .filter((item) => item.kind === "bag" && item.material.startsWith(`${mix.id}/`))
    .flatMap((item) =>
      item.lots
        .filter((lot) => lot.on_hand - lot.reserved >= 1)
        .map(
          (lot): InHand => ({
            bag: item.material.slice(mix.id.length + 1),
            count: Math.floor(lot.on_hand - lot.reserved),
            lot: lot.name || lot.received_on,
          }),
        ),
    );
  return (
    <section aria-label="Bags on hand">
      <h2 className="mb-1 text-lg font-bold">Bags on hand</h2>
      {here.length === 0 && (
        <p className="text-soft">None entered. Bags on hand are used first; one lot keeps one colour.</p>
      )}
      <ul>
        {here.map((_, index) => {
          const place = { at: `/mix/in_hand/${index}` };
          const key = `${index} of ${here.length}`;
          return (
            <li
              key={key}
              className="grid items-end gap-x-6 sm:grid-cols-[1fr_1fr_1fr_auto]"
              aria-label={`Bags, ${index + 1}`}
            >
              <DocField {...place} spec={specOf("InHand", "bag")} choices={namesOf(mix.sizes)} />
              <DocField {...place} spec={specOf("InHand", "count")} />
              <DocField {...place} spec={specOf("InHand", "lot")} />
              <button type="button" className="button mb-1" onClick={() => void list.remove(index, "Bags removed")}>
                Remove
              </button>
            </li>
          );
        })}
      </ul>
      <div className="mt-2 flex flex-wrap gap-2">
        {here.length < mostOf("MixInputs", "in_hand") && (
          <button
            type="button"
            className="button"
            onClick={() => void list.add({ bag, count: 1, lot: null }, "Bags added")}
          >
            Add bags
          </button>
        )}
        {inStock.length > 0 && (
          <button type="button" className="button" onClick={() => void list.set(() => inStock, "Bags as in stock")}>
            Copy from stock
          </button>
        )}
      </div>
    </section>
  );
}
