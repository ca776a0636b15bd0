import { useState } from "react";
import { client, take } from "@/api/client";
import type { Item } from "@/api/records";
import { Modal } from "@/parts/Modal";
import { trim } from "@/units/quantity";

import { EntryForm, numberOf } from "../records/EntryForm";
import { lotName } from "../records/words";

/** A stocktake: what is really there, lot by lot; only what differs is written down. */
export function CountingDay({ items, onClose }: { items: Item[]; onClose: () => void }) {
  const [counted, setCounted] = useState(new Map<string, string>());
  const lots = items.flatMap((item) => item.lots.filter((lot) => lot.length_mm === null).map((lot) => ({ item, lot })));
  const differing = lots.filter(({ lot }) => {
    const text = counted.get(lot.id);
    return text !== undefined && text.trim() !== "" && Number(text.replace(",", ".")) !== lot.on_hand;
  });
  return (
    <Modal open title="Stocktake" description="Enter what is there; matching counts change nothing." onClose={onClose}>
      <EntryForm
        label={differing.length === 0 ? "Everything agrees" : `Correct ${differing.length}`}
        note="Note (optional)"
        send={async (entry) => {
          const counts = differing.map(({ lot, item }) => ({
            lot_id: lot.id,
            quantity: numberOf(counted.get(lot.id) ?? "", item.name),
          }));
          if (counts.length > 0) await take(client.POST("/api/stock/counts", { body: { ...entry, counts } }));
        }}
        onDone={onClose}
      >
        <ul className="border-t-2 border-ink">
          {lots.map(({ item, lot }) => (
            <li key={lot.id} className="border-b border-line py-1">
              <label className="grid grid-cols-[minmax(0,1fr)_6rem] items-center gap-3">
                <span>
                  {item.name}
                  <span className="block text-soft">
                    {lotName(lot)}, {trim(lot.on_hand, 2)} {item.unit} recorded
                  </span>
                </span>
                <input
                  className="field figure text-right text-lg"
                  inputMode="decimal"
                  placeholder={trim(lot.on_hand, 2)}
                  value={counted.get(lot.id) ?? ""}
                  onChange={(event) => setCounted(new Map(counted).set(lot.id, event.target.value))}
                />
              </label>
            </li>
          ))}
        </ul>
      </EntryForm>
    </Modal>
  );
}
