import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { client, type Job, Refused, take } from "@/api/client";
import { type Entry, type Fill, formsQuery, type KeptForm, takesQuery } from "@/api/records";
import { Choice } from "@/parts/Choice";
import { Modal } from "@/parts/Modal";
import { valueWords } from "@/parts/values";
import { EntryForm, numberOf } from "../records/EntryForm";
import { FromStock, takenFrom } from "./FromStock";

/** What every first piece was called before pieces had ids of their own. */
const UNNAMED = "piece";
const MOST = 200; // castings of one piece in one pour

interface Props {
  jobId: string;
  job: Job;
  onClose: () => void;
}

/** Begins a pour: which pieces, in which mould, out of which lots; or writes one down that has been. */
export function BeginPour({ jobId, job, onClose }: Props) {
  const navigate = useNavigate();
  const { data: forms = [] } = useQuery(formsQuery);
  const [counts, setCounts] = useState(() => new Map(job.pieces.map((piece) => [piece.id, String(piece.count)])));
  const [moulds, setMoulds] = useState(new Map<string, string>());
  const [typed, setTyped] = useState(new Map<string, string>());
  const [water, setWater] = useState<"later" | "in">("in");
  const fills = job.pieces.flatMap((piece): Fill[] => {
    const count = Number(counts.get(piece.id));
    if (!Number.isInteger(count) || count < 1 || count > MOST) return [];
    const form = forms.find((one) => one.id === moulds.get(piece.id));
    const cavities = form?.cavities.filter((one) => one.piece === piece.id).map((one) => one.id) ?? [];
    return [{ piece: piece.id, count, cavities }];
  });
  const { data } = useQuery(takesQuery(jobId, fills));
  const takes = fills.length > 0 ? (data ?? []) : [];

  async function send(entry: Entry) {
    for (const piece of job.pieces) {
      const count = numberOf(counts.get(piece.id) || "0", piece.name);
      if (!Number.isInteger(count) || count < 0 || count > MOST)
        throw new Refused(422, `${piece.name}: ${count} castings cannot be poured at once. Give 0 to ${MOST}.`);
    }
    if (fills.length === 0) throw new Refused(422, "Enter at least one casting.");
    const taken = takenFrom(takes, typed);
    const view = await take(
      client.POST("/api/pours", {
        body: { ...entry, job_id: jobId, fills, takes: taken, poured_at: water === "in" ? entry.at : null },
      }),
    );
    await navigate({ to: "/pours/$pourId", params: { pourId: view.pour.id } });
  }

  return (
    <Modal open title="Start a pour" description="Castings to pour, and what it takes from stock." onClose={onClose}>
      <EntryForm label={water === "in" ? "Mixing started" : "Save as planned"} send={send} note="Note (optional)">
        {job.pieces.map((piece) => {
          const fitting = forms.filter(
            (form) =>
              form.cavities.some((one) => one.piece === piece.id) &&
              (piece.id !== UNNAMED || form.job_id === null || form.job_id === jobId),
          );
          return (
            <div key={piece.id} className="grid grid-cols-[6rem_minmax(0,1fr)] gap-3">
              <label className="block">
                Castings
                <input
                  className="field figure text-lg"
                  inputMode="numeric"
                  aria-label={`Castings of ${piece.name}`}
                  value={counts.get(piece.id) ?? ""}
                  onChange={(event) => {
                    setCounts(new Map(counts).set(piece.id, event.target.value));
                    setTyped(new Map());
                  }}
                />
              </label>
              <label className="block">
                of {piece.name}, in
                <select
                  className="field"
                  value={moulds.get(piece.id) ?? ""}
                  onChange={(event) => {
                    setMoulds(new Map(moulds).set(piece.id, event.target.value));
                    setTyped(new Map());
                  }}
                >
                  <option value="">a new form</option>
                  {fitting.map((form) => (
                    <option key={form.id} value={form.id}>
                      {form.name}, {form.cavities.length} per filling{worn(form)}
                    </option>
                  ))}
                </select>
              </label>
            </div>
          );
        })}
        {takes.length > 0 && (
          <FromStock takes={takes} typed={typed} onType={(lot, text) => setTyped(new Map(typed).set(lot, text))} />
        )}
        <Choice
          label="Water"
          value={water}
          choices={[
            { value: "in", text: "Mixing has started" },
            { value: "later", text: "Later" },
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
  const state = mould.wear.state === "good" ? "" : `, ${valueWords(mould.wear.state)}`;
  return `${state}${mould.oil_first ? ", oil it first" : ""}`;
}
