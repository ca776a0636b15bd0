import { useQuery } from "@tanstack/react-query";
import type { Job, Schemas, Shop } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { stockQuery } from "@/api/records";
import { Select } from "@/parts/Choice";
import { NumberField } from "@/parts/NumberField";
import { TextField } from "@/parts/TextField";

type InHand = Schemas["InHand"];

const MOST = 40;

/** The bags that are here, lot by lot: they are used first, and castings of one colour want one lot. */
export function BagsHere({ job, shop, editor }: { job: Job; shop: Shop; editor: Editor }) {
  const { data: items = [] } = useQuery(stockQuery);
  const mix = shop.mixes?.find((one) => one.id === job.mix.mix) ?? shop.mixes?.[0];
  const here = job.mix.in_hand ?? [];
  if (!mix || job.mix.scratch) return null;
  const set = (next: readonly InHand[], what: string) =>
    editor.change((now) => withField(now, "/mix/in_hand", next), what);
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
    <section aria-label="Bags that are here">
      <h2 className="mb-1 text-lg font-bold">Bags that are here</h2>
      {here.length === 0 && (
        <p className="text-soft">None are counted. They are used first, and one lot is one colour.</p>
      )}
      <ul>
        {here.map((one, index) => {
          const change = (part: Partial<InHand>, what: string) =>
            set(
              here.map((other, at) => (at === index ? { ...other, ...part } : other)),
              what,
            );
          const key = `${index} of ${here.length}`;
          return (
            <li
              key={key}
              className="grid items-end gap-x-6 sm:grid-cols-[1fr_1fr_1fr_auto]"
              aria-label={`Bags, ${index + 1}`}
            >
              <Select
                label="Bags of"
                value={one.bag}
                choices={mix.sizes.map((size) => ({ value: size.id, text: size.name }))}
                onChoose={(bag) => void change({ bag }, `Bags of ${bag}`)}
              />
              <NumberField
                label="How many"
                value={one.count}
                onKeep={(count) => change({ count: count ?? 1 }, `${count} bags here`)}
              />
              <TextField
                label="Lot"
                value={one.lot ?? ""}
                onKeep={(lot) => change({ lot: lot || null }, `Lot ${lot}`)}
              />
              <button
                type="button"
                className="button mb-1"
                onClick={() =>
                  void set(
                    here.filter((_, at) => at !== index),
                    "Bags not here",
                  )
                }
              >
                Not here
              </button>
            </li>
          );
        })}
      </ul>
      <div className="mt-2 flex flex-wrap gap-2">
        {here.length < MOST && (
          <button
            type="button"
            className="button"
            onClick={() => void set([...here, { bag: job.mix.bag, count: 1, lot: null }], "Bags are here")}
          >
            Count some
          </button>
        )}
        {inStock.length > 0 && (
          <button type="button" className="button" onClick={() => void set(inStock, "Bags as in stock")}>
            As in stock
          </button>
        )}
      </div>
    </section>
  );
}
