import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { v4 as newId } from "uuid";
import { client, Refused, take } from "@/api/client";
import { jobNamesQuery, shopQuery } from "@/api/queries";
import { formsQuery, type KeptForm, type Mould, mouldKindsQuery, useNames, useSend } from "@/api/records";
import { FieldProblem } from "@/parts/FieldProblem";
import { Modal } from "@/parts/Modal";
import { useFill } from "@/parts/useFill";
import { useSubmit } from "@/parts/useSubmit";
import { valueWords } from "@/parts/values";
import { dateAndClock, dayAndDate } from "@/units/time";
import { EntryForm, EntryText, numberOf } from "../records/EntryForm";
import { ShopPage } from "../records/ShopHeader";

const EVENTS = [
  { kind: "oiled", text: "Oiled" },
  { kind: "cleaned", text: "Cleaned" },
  { kind: "serviced", text: "Serviced" },
  { kind: "repaired", text: "Repaired" },
  { kind: "note", text: "Note" },
  { kind: "retired", text: "Retired" },
] as const;
const SHOWN = 4;
type EventKind = (typeof EVENTS)[number]["kind"];

/** The moulds on the shelf: how worn they are, and what was done to them. */
export function MouldsPage() {
  const { data: forms = [] } = useQuery(formsQuery);
  const { data: shop } = useQuery(shopQuery);
  const [adding, setAdding] = useState(false);
  const zone = shop?.hours?.zone ?? "UTC";
  return (
    <ShopPage title="Moulds">
      <div className="mb-3 flex items-center gap-4">
        <p className="flex-1 text-xl font-bold">Moulds and forms in the shop</p>
        <button type="button" className="button button-now" onClick={() => setAdding(true)}>
          Add a mould
        </button>
      </div>
      {forms.length === 0 ? (
        <p className="border-t-2 border-ink py-10 text-lg">
          No moulds yet. Oil a mould before each pour; its wear is tracked here.
        </p>
      ) : (
        <ul className="border-t-2 border-ink">
          {forms.map((form) => (
            <Shelf key={form.id} form={form} zone={zone} />
          ))}
        </ul>
      )}
      {adding && <MouldDialog onClose={() => setAdding(false)} />}
    </ShopPage>
  );
}

function Shelf({ form, zone }: { form: KeptForm; zone: string }) {
  const [asked, setAsked] = useState<EventKind | "edit" | null>(null);
  const names = useNames();
  const [all, setAll] = useState(false);
  const { mould } = form;
  return (
    <li className="beside gap-x-8 gap-y-3 border-b border-line py-4">
      <div>
        <h2 className="text-lg font-bold">{form.name}</h2>
        <p className="text-soft">
          {form.cavities.length === 1 ? "1 cavity" : `${form.cavities.length} cavities`}
          {mould ? `, ${mould.castings} castings on record` : ", not kept as a mould"}
        </p>
        {mould && <Life mould={mould} zone={zone} />}
        {mould && (
          <div className="mt-3 flex flex-wrap gap-2">
            <button type="button" className="button px-3" onClick={() => setAsked("edit")}>
              Edit
            </button>
            {EVENTS.map(({ kind, text }) => (
              <button key={kind} type="button" className="button px-3" onClick={() => setAsked(kind)}>
                {text}
              </button>
            ))}
          </div>
        )}
      </div>
      {mould && (
        <div>
          <p>
            {mould.last_oiled_at ? `Last oiled ${dateAndClock(mould.last_oiled_at, zone)}` : "Never oiled on record"}
          </p>
          {mould.oil_first && <p className="font-bold">Oil it before the next pour.</p>}
          {mould.weakest_part && <p>Weak spot: {mould.weakest_part}</p>}
          {mould.care && <Care care={mould.care} />}
          <ol className="mt-2 border-t border-line" aria-label={`History of ${form.name}`}>
            {mould.events.slice(0, all ? undefined : SHOWN).map((event) => (
              <li key={event.id} className="border-b border-line py-1.5">
                <b>{event.kind}</b> {dayAndDate(event.at, zone)}
                {event.part && `, ${event.part}`}
                {event.note && <span className="block">{event.note}</span>}
                {event.member_id && <span className="text-soft"> {names.get(event.member_id)}</span>}
              </li>
            ))}
          </ol>
          {mould.events.length > SHOWN && (
            <button type="button" className="min-h-11 underline" onClick={() => setAll(!all)}>
              {all ? "Fewer" : `${mould.events.length - SHOWN} more`}
            </button>
          )}
        </div>
      )}
      {asked === "edit" && <MouldDialog form={form} onClose={() => setAsked(null)} />}
      {asked && asked !== "edit" && <Happened form={form} kind={asked} onClose={() => setAsked(null)} />}
    </li>
  );
}

/** What such a mould needs each time, before it is filled and when the casting is out. */
function Care({ care }: { care: NonNullable<Mould["care"]> }) {
  const fill = useFill();
  return (
    <dl className="my-2">
      <dt className="font-bold">Before each filling</dt>
      <dd className="text-soft">{fill(care.before)}</dd>
      <dt className="font-bold">When the casting is out</dt>
      <dd className="text-soft">{fill(care.after)}</dd>
    </dl>
  );
}

/** The life of a mould as a strip: fillings so far against those it usually gives. */
function Life({ mould, zone }: { mould: Mould; zone: string }) {
  const { wear, usual_life } = mould;
  const worn = wear.state !== "good";
  const share = usual_life ? Math.min(1, wear.fillings / usual_life) : 0;
  return (
    <div className="mt-2 max-w-md">
      <p>
        <span className="figure text-lg">{wear.fillings}</span>
        {usual_life ? ` of about ${usual_life}` : ""} {(usual_life ?? wear.fillings) === 1 ? "use" : "uses"}
        {wear.state !== "good" && <b className={worn ? "text-stop" : ""}>, {valueWords(wear.state)}</b>}
      </p>
      {usual_life && (
        <svg viewBox="0 0 200 12" className="h-3 w-full" aria-hidden="true" preserveAspectRatio="none">
          <rect
            width="200"
            height="12"
            fill="none"
            stroke="var(--ink)"
            strokeWidth="2"
            vectorEffect="non-scaling-stroke"
          />
          <rect width={200 * share} height="12" fill={worn ? "var(--stop)" : "var(--ink)"} />
          <line
            x1="160"
            x2="160"
            y2="12"
            stroke="var(--line-strong)"
            strokeWidth="2"
            vectorEffect="non-scaling-stroke"
          />
        </svg>
      )}
      {wear.service_in !== null && (
        <p>
          {wear.service_in === 0
            ? "Service is due now"
            : `Service in ${wear.service_in} ${wear.service_in === 1 ? "use" : "uses"}`}
          {mould.service_on && `, about ${dayAndDate(mould.service_on, zone)}`}
        </p>
      )}
      {mould.life && mould.retired > 0 && (
        <p>
          By {mould.retired === 1 ? "the mould" : `the ${mould.retired} moulds`} retired here: about{" "}
          {Math.round(mould.life.likely)} uses, {Math.round(mould.life.low)} to {Math.round(mould.life.high)}.
        </p>
      )}
    </div>
  );
}

function Happened({ form, kind, onClose }: { form: KeptForm; kind: EventKind; onClose: () => void }) {
  const [part, setPart] = useState("");
  const word = EVENTS.find((one) => one.kind === kind)?.text;
  return (
    <Modal
      open
      title={`${form.name}: ${word}`}
      {...(kind === "retired" ? { description: "It leaves the shelf. Its history stays." } : {})}
      onClose={onClose}
    >
      <EntryForm
        label="Save"
        send={(entry) =>
          take(
            client.POST("/api/forms/{form_id}/events", {
              params: { path: { form_id: form.id } },
              body: { ...entry, kind, part },
            }),
          )
        }
        onDone={onClose}
        note={kind === "note" ? "Note" : "Note (optional)"}
      >
        {kind === "repaired" && <EntryText label="Which part" value={part} onChange={setPart} />}
      </EntryForm>
    </Modal>
  );
}

const FIGURES = [
  { key: "life", label: "Uses it usually gives", hint: "of each cavity" },
  { key: "service", label: "Uses between services", hint: "" },
  { key: "before", label: "Uses before these records", hint: "0 for a new one" },
] as const;

type MadeOf = NonNullable<Mould["made_of"]> | "";

interface MouldProps {
  /** The mould that is edited; without one a new one is entered. */
  form?: KeptForm;
  onClose: () => void;
}

/** A form that is kept: made for a piece of a job, and how long it lasts. */
function MouldDialog({ form, onClose }: MouldProps) {
  const { data: jobs = [] } = useQuery(jobNamesQuery);
  const send = useSend();
  const mould = form?.mould;
  const [told, setTold] = useState({
    name: "",
    piece: "",
    cavities: "1",
    life: mould?.usual_life == null ? "" : String(mould.usual_life),
    service: mould?.service_every == null ? "" : String(mould.service_every),
    before: String(mould?.used_before ?? 0),
    weakest: mould?.weakest_part ?? "",
    made: (mould?.made_of ?? "") as MadeOf,
  });
  const { data: kinds } = useQuery(mouldKindsQuery);
  const fill = useFill();
  const kind = kinds && told.made ? kinds[told.made] : undefined;
  /** What is usual of the new kind takes the place of what was left empty, or was usual of the kind before. */
  const choose = (made: MadeOf) => {
    const next = kinds && made ? kinds[made] : undefined;
    const usual = (value: string, was: string | undefined, now: string | undefined) =>
      value === "" || value === was ? (now ?? value) : value;
    setTold({
      ...told,
      made,
      life: usual(told.life, kind && String(kind.fair), next && String(next.fair)),
      weakest: usual(told.weakest, kind && fill(kind.weak_part), next && fill(next.weak_part)),
    });
  };
  const [id] = useState(() => newId());
  const set = (field: keyof typeof told) => (value: string) => setTold({ ...told, [field]: value });
  const pieces = jobs.flatMap((job) =>
    job.pieces.map((piece) => ({ job: job.id, id: piece.id, name: `${job.name}: ${piece.name}` })),
  );

  const { refused, submit } = useSubmit(async () => {
    const count = (text: string, label: string) => (text.trim() ? numberOf(text, label) : null);
    const kept = {
      usual_life: count(told.life, "Uses it usually gives"),
      service_every: count(told.service, "Uses between services"),
      used_before: count(told.before, "Uses before these records") ?? 0,
      weakest_part: told.weakest,
      made_of: told.made || null,
    };
    if (form) {
      await send(() =>
        take(client.PUT("/api/forms/{form_id}/mould", { params: { path: { form_id: form.id } }, body: kept })),
      );
      return;
    }
    const made = pieces[Number(told.piece)] ?? pieces[0];
    if (!made) throw new Refused(422, "A mould is made for a piece of a job. Begin the job first.");
    const cavities = Array<string>(numberOf(told.cavities, "Cavities")).fill(made.id);
    const body = { id, name: told.name, job_id: made.job, pieces: cavities, mould: kept };
    await send(() => take(client.POST("/api/forms", { body })));
  }, onClose);

  return (
    <Modal
      open
      title={form ? form.name : "Add a mould"}
      description="A form that is kept and reused, for this piece in its job and in copies of it."
      onClose={onClose}
    >
      <form className="space-y-3" onSubmit={submit} onKeyDown={(event) => event.stopPropagation()}>
        {!form && (
          <>
            <EntryText label="Name" value={told.name} onChange={set("name")} />
            <label className="block">
              Made for
              <select className="field" value={told.piece} onChange={(event) => set("piece")(event.target.value)}>
                {pieces.map((piece, index) => (
                  <option key={`${piece.job} ${piece.id}`} value={index}>
                    {piece.name}
                  </option>
                ))}
              </select>
            </label>
            <EntryText label="Cavities" number value={told.cavities} onChange={set("cavities")} />
          </>
        )}
        <label className="block">
          Made of
          <select
            className="field"
            value={told.made}
            onChange={(event) => choose(event.target.value as MadeOf)}
            aria-describedby="mould-kind"
          >
            <option value="">not said</option>
            {Object.keys(kinds ?? {}).map((name) => (
              <option key={name} value={name}>
                {valueWords(name)}
              </option>
            ))}
          </select>
        </label>
        <p id="mould-kind" className="mt-0 text-soft">
          {kind
            ? `With little, fair and good care about ${kind.careless}, ${kind.fair} and ${kind.good} uses.`
            : "its usual life and weak spot are filled in"}
        </p>
        {FIGURES.map(({ key, label, hint }) => (
          <label key={key} className="block">
            {label}
            <input
              className="field figure"
              inputMode="numeric"
              value={told[key]}
              maxLength={8}
              onChange={(event) => set(key)(event.target.value)}
            />
            {hint && <span className="block text-soft">{hint}</span>}
          </label>
        ))}
        <label className="block">
          Weak spot
          <input
            className="field"
            value={told.weakest}
            maxLength={80}
            onChange={(event) => set("weakest")(event.target.value)}
          />
          <span className="block text-soft">looked at first</span>
        </label>
        <FieldProblem problem={refused} />
        <button type="submit" className="button button-now w-full">
          Save
        </button>
      </form>
    </Modal>
  );
}
