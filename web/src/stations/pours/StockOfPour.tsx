import { useState } from "react";
import { v4 as newId } from "uuid";
import { client, type Schemas, take } from "@/api/client";
import { useMay } from "@/api/me";
import { type PourView, useSend, useStock } from "@/api/records";
import { Modal } from "@/parts/Modal";

import { usePreferences } from "@/units/preferences";
import { trim, write } from "@/units/quantity";
import { sizeText } from "../job/Rail";
import { EntryForm, EntryText, numberOf } from "../records/EntryForm";

/** What a pour took from stock, what of it came back, and the offcuts that its boards left. */
export function StockOfPour({ view }: { view: PourView }) {
  const { units } = usePreferences();
  const { pour, stock } = view;
  const items = useStock();
  const returns = useMay()("POST /api/lots/{lot_id}/moves");
  const send = useSend();
  const [back, setBack] = useState<Schemas["OfPour"] | null>(null);
  const taken = stock.filter((one) => one.used > 0 || one.reserved > 0);
  const left = stock.reduce((sum, one) => sum + one.left_over, 0);
  const tookBoards = taken.some((one) => items.some((item) => item.id === one.item_id && item.kind === "sheet"));
  const rests = tookBoards && left === 0 ? view.rests : [];
  if (stock.length === 0) return null;
  return (
    <section aria-label="From stock">
      <h2 className="mb-1 text-lg font-bold">From stock</h2>
      <ul className="border-t-2 border-ink">
        {taken.map((one) => (
          <li key={one.lot_id} className="flex items-center gap-4 border-b border-line py-1.5">
            <span className="figure w-28 text-lg">{write(one.used || one.reserved, one.unit, units)}</span>
            <span className="flex-1">
              {one.name}
              {one.lot_name && <span className="text-soft">, {one.lot_name}</span>}
              {one.reserved > 0 && <span className="block text-soft">reserved</span>}
            </span>
            {one.used > 0 && returns && (
              <button
                type="button"
                aria-label={`Return to stock: ${one.name}`}
                className="min-h-11 underline"
                onClick={() => setBack(one)}
              >
                Return to stock
              </button>
            )}
          </li>
        ))}
        {left > 0 && (
          <li className="border-b border-line py-2.5">
            {trim(left, 0)} {left === 1 ? "offcut" : "offcuts"} went into stock
          </li>
        )}
      </ul>
      {rests.length > 0 && (
        <div className="mt-2">
          <p>Offcuts of its boards:</p>
          <ul className="flex flex-wrap gap-2 py-1">
            {rests.map((rest) => {
              const item = items.find((one) => one.kind === "sheet" && one.material === rest.material);
              return (
                item && (
                  <li key={`${rest.length_mm} ${rest.width_mm}`}>
                    <button
                      type="button"
                      className="button"
                      onClick={() =>
                        void send(() =>
                          take(
                            client.POST("/api/stock/{item_id}/lots", {
                              params: { path: { item_id: item.id } },
                              body: {
                                id: newId(),
                                note: "",
                                quantity: 1,
                                name: "offcut",
                                kind: "left over",
                                length_mm: rest.length_mm,
                                width_mm: rest.width_mm,
                                pour_id: pour.id,
                              },
                            }),
                          ),
                        )
                      }
                    >
                      {sizeText(rest.length_mm, rest.width_mm, units)} into stock
                    </button>
                  </li>
                )
              );
            })}
          </ul>
        </div>
      )}
      {back && <CameBack pourId={pour.id} of={back} onClose={() => setBack(null)} />}
    </section>
  );
}

function CameBack({ pourId, of, onClose }: { pourId: string; of: Schemas["OfPour"]; onClose: () => void }) {
  const [quantity, setQuantity] = useState("1");
  return (
    <Modal
      open
      title={`Return to stock: ${of.name}`}
      description="Unopened goods go back to their lot."
      onClose={onClose}
    >
      <EntryForm
        label="Return"
        send={(entry) =>
          take(
            client.POST("/api/lots/{lot_id}/moves", {
              params: { path: { lot_id: of.lot_id } },
              body: { ...entry, kind: "returned", quantity: numberOf(quantity, "Quantity"), pour_id: pourId },
            }),
          )
        }
        onDone={onClose}
      >
        <EntryText label="Quantity" unit={of.unit} number value={quantity} onChange={setQuantity} />
      </EntryForm>
    </Modal>
  );
}
