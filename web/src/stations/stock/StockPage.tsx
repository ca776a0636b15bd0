import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { shopQuery } from "@/api/queries";
import { type Item, type Lot, stockQuery } from "@/api/records";
import { usePreferences } from "@/units/preferences";
import { trim } from "@/units/quantity";
import { sizeText } from "../job/Rail";
import { ShopPage } from "../records/ShopHeader";
import { lotName } from "../records/words";
import { CountingDay } from "./CountingDay";
import { LotDialog } from "./LotDialog";
import { NewItem, NewLot } from "./NewStock";

const KINDS: readonly { kind: Item["kind"]; name: string }[] = [
  { kind: "bag", name: "Bags" },
  { kind: "sheet", name: "Sheets" },
  { kind: "foam", name: "Foam" },
  { kind: "bar", name: "Bars" },
  { kind: "mesh", name: "Mesh" },
  { kind: "hardware", name: "Hardware" },
  { kind: "supply", name: "Supplies" },
];

type Asked = { lot: Lot; item: Item } | { into: Item } | "item" | "count";

/** What the shop has: by lot, what is reserved of it and what is free; offcuts by their size. */
export function StockPage() {
  const { data: items = [] } = useQuery(stockQuery);
  const { data: shop } = useQuery(shopQuery);
  const [asked, setAsked] = useState<Asked | null>(null);
  const zone = shop?.hours?.zone ?? "UTC";
  return (
    <ShopPage title="Stock">
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <p className="flex-1 text-xl font-bold max-sm:basis-full">On hand</p>
        <a className="inline-flex min-h-11 items-center underline" href="/api/backup" download>
          Download a backup
        </a>
        {items.length > 0 && (
          <button type="button" className="button" onClick={() => setAsked("count")}>
            Stocktake
          </button>
        )}
        <button type="button" className="button button-now" onClick={() => setAsked("item")}>
          New item
        </button>
      </div>
      {items.length === 0 && (
        <p className="border-t-2 border-ink py-10 text-lg">
          Nothing is counted yet. Enter purchases lot by lot. Pours use the oldest first; one lot keeps one colour.
        </p>
      )}
      {KINDS.map(({ kind, name }) => {
        const here = items.filter((item) => item.kind === kind);
        return (
          here.length > 0 && (
            <section key={kind} aria-label={name} className="mb-7">
              <h2 className="border-b-2 border-ink text-lg font-bold">{name}</h2>
              <ul>
                {here.map((item) => (
                  <Line
                    key={item.id}
                    item={item}
                    onLot={(lot) => setAsked({ lot, item })}
                    onBuy={() => setAsked({ into: item })}
                  />
                ))}
              </ul>
            </section>
          )
        );
      })}
      {asked === "item" && <NewItem onClose={() => setAsked(null)} />}
      {asked === "count" && <CountingDay items={items} onClose={() => setAsked(null)} />}
      {asked && typeof asked === "object" && "into" in asked && (
        <NewLot item={asked.into} onClose={() => setAsked(null)} />
      )}
      {asked && typeof asked === "object" && "lot" in asked && (
        <LotDialog item={asked.item} lot={asked.lot} zone={zone} onClose={() => setAsked(null)} />
      )}
    </ShopPage>
  );
}

interface LineProps {
  item: Item;
  onLot: (lot: Lot) => void;
  onBuy: () => void;
}

function Line({ item, onLot, onBuy }: LineProps) {
  return (
    <li
      data-item={item.name}
      className="line [--columns:minmax(0,1fr)_auto] gap-x-6 py-2 sm:[--columns:minmax(0,1.2fr)_10rem_minmax(0,1.6fr)_auto] sm:items-center"
    >
      <span className="font-bold [overflow-wrap:anywhere]">{item.name}</span>
      <span className="max-sm:row-start-2">
        <span className="figure text-lg">{trim(item.on_hand, 2)}</span> {item.unit}
        {item.reserved > 0 && (
          <span className="block text-soft">
            {trim(item.reserved, 2)} reserved, {trim(item.free, 2)} free
          </span>
        )}
        {item.offcuts > 0 && <span className="block text-soft">and {trim(item.offcuts, 0)} offcuts</span>}
      </span>
      <span className="flex flex-wrap gap-2 max-sm:col-span-2 max-sm:row-start-3">
        {item.lots.map((lot) => (
          <LotButton key={lot.id} lot={lot} item={item} onClick={() => onLot(lot)} />
        ))}
      </span>
      <button
        aria-label={`Receive: ${item.name}`}
        type="button"
        className="button max-sm:col-start-2 max-sm:row-start-1"
        onClick={onBuy}
      >
        Receive
      </button>
    </li>
  );
}

/** A lot: an offcut is drawn as it is shaped, whole ones are counted. */
function LotButton({ lot, item, onClick }: { lot: Lot; item: Item; onClick: () => void }) {
  const { units } = usePreferences();
  const offcut = lot.length_mm !== null && lot.width_mm !== null;
  return (
    <button
      type="button"
      className="inline-flex min-h-11 items-center gap-2 border border-line-strong bg-paper px-2.5"
      onClick={onClick}
    >
      {offcut && (
        <svg viewBox="0 0 2440 1220" className="h-5 w-10" aria-hidden="true">
          <rect width="2440" height="1220" fill="none" stroke="var(--line-strong)" strokeWidth="40" />
          <rect
            width={lot.length_mm ?? 0}
            height={lot.width_mm ?? 0}
            fill="var(--board)"
            stroke="var(--board-line)"
            strokeWidth="50"
          />
        </svg>
      )}
      <span>
        {offcut ? sizeText(lot.length_mm ?? 0, lot.width_mm ?? 0, units) : `${trim(lot.on_hand, 2)} · ${lotName(lot)}`}
        <span className="sr-only">: {item.name}</span>
      </span>
    </button>
  );
}
