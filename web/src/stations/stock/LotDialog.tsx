import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { client, take } from "@/api/client";
import { type Item, type Lot, movesQuery } from "@/api/records";
import { Choice } from "@/parts/Choice";
import { Modal } from "@/parts/Modal";
import { trim, writeMoney } from "@/units/quantity";

import { dateAndClock } from "@/units/time";
import { EntryForm, EntryText, numberOf } from "../records/EntryForm";

const WAYS = [
  { value: "used", text: "Used" },
  { value: "returned", text: "Return to stock" },
  { value: "spoiled", text: "Spoiled" },
  { value: "counted", text: "Counted" },
] as const;

/** One lot: what was done with it, and what is to be written into its ledger. */
export function LotDialog({ item, lot, zone, onClose }: { item: Item; lot: Lot; zone: string; onClose: () => void }) {
  const { data: moves = [] } = useQuery(movesQuery(lot.id));
  const [kind, setKind] = useState<(typeof WAYS)[number]["value"]>("used");
  const [quantity, setQuantity] = useState("1");
  return (
    <Modal
      open
      title={`${item.name}${lot.name ? `, ${lot.name}` : ""}`}
      description={`${trim(lot.on_hand, 2)} ${item.unit} here${lot.price === null ? "" : `, ${writeMoney(lot.price, lot.currency ?? "")} each`}`}
      onClose={onClose}
    >
      <EntryForm
        label="Log"
        note="Note (optional)"
        send={(entry) =>
          take(
            client.POST("/api/lots/{lot_id}/moves", {
              params: { path: { lot_id: lot.id } },
              body: { ...entry, kind, quantity: numberOf(quantity, "Quantity"), pour_id: null },
            }),
          )
        }
        onDone={onClose}
      >
        <Choice label="What happened" value={kind} choices={WAYS} onChoose={setKind} />
        <EntryText
          label={kind === "counted" ? "Counted" : "Quantity"}
          unit={item.unit}
          number
          value={quantity}
          onChange={setQuantity}
        />
      </EntryForm>
      <h3 className="mt-6 font-bold">Movements</h3>
      <ol className="border-t-2 border-ink">
        {moves.map((move) => (
          <li key={move.number} className="line [--columns:9.5rem_minmax(0,1fr)_auto] gap-x-3 py-1.5">
            <span>{dateAndClock(move.at, zone)}</span>
            <span>
              {move.kind} {trim(Math.abs(move.on_hand_change || move.reserved_change), 2)}
              {move.note && <span className="block text-soft">{move.note}</span>}
            </span>
            <span className="figure">{trim(move.on_hand, 2)}</span>
          </li>
        ))}
      </ol>
    </Modal>
  );
}
