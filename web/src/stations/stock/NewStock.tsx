import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, type Shop, take } from "@/api/client";
import { SHOP_LISTS } from "@/api/fields";
import { shopQuery } from "@/api/queries";
import { type Item, useSend } from "@/api/records";
import { FieldProblem } from "@/parts/FieldProblem";
import { Modal } from "@/parts/Modal";
import { useSubmit } from "@/parts/useSubmit";
import { EntryForm, EntryText, numberOf } from "../records/EntryForm";

interface Known {
  kind: Item["kind"];
  material: string;
  name: string;
  unit: string;
}

/** The materials of the shop, as they are kept. */
function known(shop: Shop | undefined): Known[] {
  const bags = (shop?.mixes ?? []).flatMap((mix) =>
    mix.sizes.map((size) => ({
      kind: "bag" as const,
      material: `${mix.id}/${size.id}`,
      name: `${mix.name}, ${size.name}`,
      unit: "bags",
    })),
  );
  const listed = SHOP_LISTS.flatMap(({ name: list, stock }) =>
    stock === null || list === "mixes"
      ? []
      : (shop?.[list] ?? []).map(({ id, name }) => ({
          kind: stock,
          material: id,
          name,
          unit: UNITS[list] ?? "pieces",
        })),
  );
  return [...bags, ...listed];
}

/** What the things of a list are counted in. */
const UNITS: Partial<Record<(typeof SHOP_LISTS)[number]["name"], string>> = {
  ingredients: "bags",
  admixtures: "packs",
  sheets: "sheets",
  liners: "sheets",
  foams: "sheets",
  meshes: "sheets",
  bars: "bars",
  lumber: "lengths",
  linear: "lengths",
  screws: "boxes",
  sealants: "cartridges",
  tapes: "rolls",
  releases: "l",
  sealers: "l",
  slurries: "kg",
};

/** Something new to keep: one of the shop's materials, or anything by its name. */
export function NewItem({ onClose }: { onClose: () => void }) {
  const { data: shop } = useQuery(shopQuery);
  const choices = known(shop);
  const [chosen, setChosen] = useState("0");
  const [other, setOther] = useState({ name: "", unit: "pieces" });
  const send = useSend();

  const { refused, submit } = useSubmit(async () => {
    const own = { kind: "supply" as const, material: other.name, name: other.name, unit: other.unit };
    await send(() => take(client.POST("/api/stock", { body: choices[Number(chosen)] ?? own })));
  }, onClose);

  return (
    <Modal open title="New item" description="Items on this list are counted." onClose={onClose}>
      <form className="space-y-3" onSubmit={submit} onKeyDown={(event) => event.stopPropagation()}>
        <label className="block">
          Item
          <select className="field" value={chosen} onChange={(event) => setChosen(event.target.value)}>
            {choices.map((one, number) => (
              <option key={`${one.kind} ${one.material}`} value={number}>
                {one.name}
              </option>
            ))}
            <option value="other">other</option>
          </select>
        </label>
        {chosen === "other" && (
          <div className="grid grid-cols-2 gap-3">
            <EntryText label="Name" value={other.name} onChange={(name) => setOther({ ...other, name })} />
            <EntryText label="Counted in" value={other.unit} onChange={(unit) => setOther({ ...other, unit })} />
          </div>
        )}
        <FieldProblem problem={refused} />
        <button type="submit" className="button button-now w-full">
          Save
        </button>
      </form>
    </Modal>
  );
}

/** A lot that came in. */
export function NewLot({ item, onClose }: { item: Item; onClose: () => void }) {
  const last = item.lots.at(-1);
  const [quantity, setQuantity] = useState("");
  const [name, setName] = useState("");
  const [price, setPrice] = useState(last?.price == null ? "" : String(last.price));
  const { data: shop } = useQuery(shopQuery);
  const [currency, setCurrency] = useState(last?.currency ?? shop?.currency ?? "");
  return (
    <Modal open title={`Receive: ${item.name}`} onClose={onClose}>
      <EntryForm
        label="Add to stock"
        note="Note (optional)"
        send={(entry) =>
          take(
            client.POST("/api/stock/{item_id}/lots", {
              params: { path: { item_id: item.id } },
              body: {
                ...entry,
                quantity: numberOf(quantity, "Quantity"),
                name,
                price: price.trim() ? numberOf(price, "Price") : null,
                currency,
                kind: "bought",
              },
            }),
          )
        }
        onDone={onClose}
      >
        <EntryText label="Quantity" unit={item.unit} number value={quantity} onChange={setQuantity} />
        <label className="block">
          Lot number
          <input className="field" maxLength={80} value={name} onChange={(event) => setName(event.target.value)} />
        </label>
        <div className="grid grid-cols-[minmax(0,1fr)_7rem] gap-3">
          <label className="block">
            Unit price
            <input
              className="field figure"
              inputMode="decimal"
              value={price}
              onChange={(event) => setPrice(event.target.value)}
            />
          </label>
          <EntryText label="Currency" value={currency} onChange={(value) => setCurrency(value.toUpperCase())} />
        </div>
      </EntryForm>
    </Modal>
  );
}
