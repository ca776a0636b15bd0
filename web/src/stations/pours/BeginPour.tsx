import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { client, type Job, take } from "@/api/client";
import { type Entry, formsQuery, type Item, type KeptForm, stockQuery, takesQuery } from "@/api/records";
import { Choice } from "@/parts/Choice";
import { Modal } from "@/parts/Modal";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { EntryForm, numberOf } from "../records/EntryForm";
import { lotName } from "../records/words";

interface Props {
  jobId: string;
  job: Job;
  onClose: () => void;
}

interface Line {
  key: string;
  name: string;
  unit: string;
  wanted: number;
  lots: { id: string; label: string; free: number }[];
}

/** Begins a pour: which pieces, in which mould, out of which lots; or writes one down that has been. */
export function BeginPour({ jobId, job, onClose }: Props) {
  const { units } = usePreferences();
  const navigate = useNavigate();
  const { data: forms = [] } = useQuery(formsQuery);
  const { data: stock } = useQuery(stockQuery);
  const { data: takes } = useQuery(takesQuery(jobId));
  const [counts, setCounts] = useState(() => new Map(job.pieces.map((piece) => [piece.id, String(piece.count)])));
  const [moulds, setMoulds] = useState(new Map<string, string>());
  const [lots, setLots] = useState(new Map<string, string>());
  const [water, setWater] = useState<"later" | "in">("in");
  const usesMould = [...moulds.values()].some(Boolean);
  const lines = takes && stock ? linesOf(takes.takes, stock, usesMould) : [];

  async function send(entry: Entry) {
    const fills = job.pieces.flatMap((piece) => {
      const count = numberOf(counts.get(piece.id) ?? "0", piece.name);
      const form = forms.find((one) => one.id === moulds.get(piece.id));
      const cavities = form?.cavities.filter((one) => one.piece === piece.id).map((one) => one.id) ?? [];
      return count > 0 ? [{ piece: piece.id, count, cavities }] : [];
    });
    const taken = lines.flatMap((line) => {
      const lot = line.lots.find((one) => one.id === (lots.get(line.key) ?? line.lots[0]?.id));
      return lot ? [{ lot_id: lot.id, quantity: Math.min(line.wanted, lot.free) }] : [];
    });
    const view = await take(
      client.POST("/api/pours", {
        body: { ...entry, job_id: jobId, fills, takes: taken, poured_at: water === "in" ? entry.at : null },
      }),
    );
    await navigate({ to: "/pours/$pourId", params: { pourId: view.pour.id } });
  }

  return (
    <Modal open title="Begin a pour" description="What it fills, and what it takes from stock." onClose={onClose}>
      <EntryForm label={water === "in" ? "Water is in" : "Plan it"} send={send} note="Anything to note">
        {job.pieces.map((piece) => {
          const fitting = forms.filter((form) => form.cavities.some((one) => one.piece === piece.id));
          return (
            <div key={piece.id} className="grid grid-cols-[6rem_minmax(0,1fr)] gap-3">
              <label className="block">
                Castings
                <input
                  className="field figure text-lg"
                  inputMode="numeric"
                  aria-label={`Castings of ${piece.name}`}
                  value={counts.get(piece.id) ?? ""}
                  onChange={(event) => setCounts(new Map(counts).set(piece.id, event.target.value))}
                />
              </label>
              <label className="block">
                of {piece.name}, in
                <select
                  className="field"
                  value={moulds.get(piece.id) ?? ""}
                  onChange={(event) => setMoulds(new Map(moulds).set(piece.id, event.target.value))}
                >
                  <option value="">a form built for it</option>
                  {fitting.map((form) => (
                    <option key={form.id} value={form.id}>
                      {form.name}, {form.cavities.length} at a time{worn(form)}
                    </option>
                  ))}
                </select>
              </label>
            </div>
          );
        })}
        {lines.length > 0 && (
          <fieldset>
            <legend className="font-bold">From stock</legend>
            {lines.map((line) => (
              <div
                key={line.key}
                className="flex min-h-11 flex-wrap items-center justify-between gap-2 border-b border-line py-1"
              >
                <span>
                  {write(line.wanted, line.unit, units)} <span className="text-soft">{line.name}</span>
                </span>
                {line.lots.length === 0 ? (
                  <span className="text-soft">none in stock</span>
                ) : (
                  <select
                    className="field w-auto max-w-52"
                    aria-label={`Lot of ${line.name}`}
                    value={lots.get(line.key) ?? line.lots[0]?.id}
                    onChange={(event) => setLots(new Map(lots).set(line.key, event.target.value))}
                  >
                    {line.lots.map((lot) => (
                      <option key={lot.id} value={lot.id}>
                        {lot.label}, {lot.free} free
                      </option>
                    ))}
                    <option value="none">not from stock</option>
                  </select>
                )}
              </div>
            ))}
          </fieldset>
        )}
        <Choice
          label="Water"
          value={water}
          choices={[
            { value: "in", text: "First water is in" },
            { value: "later", text: "Still to come" },
          ]}
          onChoose={setWater}
        />
      </EntryForm>
    </Modal>
  );
}

/** What to know of a mould before it is filled once more. */
function worn({ mould }: KeptForm): string {
  if (!mould) return "";
  const state = mould.wear.state === "good" ? "" : `, ${mould.wear.state}`;
  return `${state}${mould.oil_first ? ", oil it first" : ""}`;
}

/** What is taken, with the lots it can come from, oldest first; a mould needs no boards. */
function linesOf(
  takes: { kind: string; material: string; name: string; quantity: number; unit: string; of_form: boolean }[],
  stock: Item[],
  usesMould: boolean,
): Line[] {
  return takes
    .filter((take) => !(usesMould && take.of_form))
    .map((take) => {
      const item = stock.find((one) => one.kind === take.kind && one.material === take.material);
      const lots = (item?.lots ?? [])
        .filter((lot) => lot.length_mm === null && lot.on_hand - lot.reserved > 0)
        .map((lot) => ({ id: lot.id, label: lotName(lot), free: lot.on_hand - lot.reserved }));
      return { key: `${take.kind} ${take.material}`, name: take.name, unit: take.unit, wanted: take.quantity, lots };
    });
}
