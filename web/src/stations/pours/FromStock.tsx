import type { Schemas } from "@/api/client";

import { usePreferences } from "@/units/preferences";
import { trim, write } from "@/units/quantity";
import { numberOf } from "../records/EntryForm";
import { lotName } from "../records/words";

type Allotted = Schemas["AllottedTake"];

interface Props {
  takes: Allotted[];
  /** By lot, what was typed; where nothing was, what is allotted holds. */
  typed: Map<string, string>;
  onType: (lotId: string, text: string) => void;
}

/** What a pour takes, out of which lots, and what is missing. */
export function FromStock({ takes, typed, onType }: Props) {
  const { units } = usePreferences();
  return (
    <fieldset>
      <legend className="font-bold">From stock</legend>
      <ul className="border-t-2 border-ink">
        {takes.map((one) => {
          const missing = missingOf(one, typed);
          const several = one.lots.filter((lot) => Number(amountOf(one, lot.id, typed)) > 0).length > 1;
          return (
            <li key={`${one.take.kind} ${one.take.material}`} className="border-b border-line py-1.5">
              <p className="flex justify-between gap-3">
                <span className="font-bold">{one.take.name}</span>
                <span className="figure text-lg">{write(one.take.quantity, one.take.unit, units)}</span>
              </p>
              {one.lots.map((lot) => (
                <label key={lot.id} className="grid grid-cols-[minmax(0,1fr)_5.5rem] items-center gap-3 py-0.5">
                  <span>
                    {lotName(lot)} <span className="text-soft">{trim(lot.on_hand - lot.reserved, 2)} free</span>
                  </span>
                  <input
                    className="field figure text-right text-lg"
                    inputMode="decimal"
                    aria-label={`${one.take.name} from ${lotName(lot)}`}
                    value={amountOf(one, lot.id, typed)}
                    onChange={(event) => onType(lot.id, event.target.value)}
                  />
                </label>
              ))}
              {missing > 0 && (
                <p data-missing={one.take.kind} className="font-bold text-stop">
                  {write(missing, one.take.unit, units)} {one.lots.length === 0 ? "needed, none in stock" : "missing"}
                </p>
              )}
              {several && one.take.kind === "bag" && (
                <p>More than one lot: colours may differ. Split each batch over all castings.</p>
              )}
            </li>
          );
        })}
      </ul>
    </fieldset>
  );
}

/** What is taken out of which lot; refused where something typed is not a number. */
export function takenFrom(takes: Allotted[], typed: Map<string, string>): Schemas["TakeRequest"][] {
  return takes.flatMap((one) =>
    one.lots.flatMap((lot) => {
      const text = amountOf(one, lot.id, typed);
      const quantity = text.trim() === "" ? 0 : numberOf(text, one.take.name);
      return quantity > 0 ? [{ lot_id: lot.id, quantity }] : [];
    }),
  );
}

function amountOf(one: Allotted, lotId: string, typed: Map<string, string>): string {
  const part = one.allotment.parts.find((each) => each.lot === lotId);
  return typed.get(lotId) ?? (part ? trim(part.quantity, 3) : "");
}

function missingOf(one: Allotted, typed: Map<string, string>): number {
  if (!one.lots.some((lot) => typed.has(lot.id))) return one.allotment.short;
  const given = one.lots.reduce((sum, lot) => sum + (Number(amountOf(one, lot.id, typed).replace(",", ".")) || 0), 0);
  return Math.max(0, one.take.quantity - given);
}
