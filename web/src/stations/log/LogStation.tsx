import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { useJobEditor } from "@/api/editing";
import { shopQuery } from "@/api/queries";
import { type LogEntry, logQuery, poursQuery } from "@/api/records";
import { Modal } from "@/parts/Modal";
import { dateAndClock } from "@/units/time";
import { Bench } from "../job/Bench";
import { BeginPour } from "../pours/BeginPour";
import { LogLines } from "../records/LogLines";
import { NewEntry } from "./NewEntry";

const FILES = ["csv", "xlsx", "json"] as const;

/** Log: everything that happened to this job, newest first, and what is to be written down. */
export function LogStation() {
  const editor = useJobEditor();
  const { job, plan } = editor.shown;
  const { id } = editor.kept;
  const [befores, setBefores] = useState<string[]>([]);
  const last = (entries: LogEntry[]) => entries.at(-1)?.at ?? "";
  const { data: page } = useQuery({ ...logQuery(id, befores.at(-1)), placeholderData: keepPreviousData });
  const { data: pours = [] } = useQuery(poursQuery(id));
  const { data: shop } = useQuery(shopQuery);
  const [corrects, setCorrects] = useState<LogEntry | null>(null);
  const [pouring, setPouring] = useState(false);
  const [round, setRound] = useState(0);
  const zone = shop?.hours?.zone ?? "UTC";
  const acts = new Map(plan.cure.acts.filter((act) => !act.is_state).map((act) => [act.id, act.name]));
  const names = new Map(plan.cure.acts.map((act) => [act.id, act.name]));
  const entry = {
    jobId: id,
    pieces: job.pieces,
    plans: plan.pieces,
    acts,
    pourId: pours.find((pour) => pour.poured_at)?.id ?? null,
  };
  const ticket = (
    <>
      <section aria-label="Pours">
        <h2 className="mb-1 text-lg font-bold">Pours</h2>
        <ul>
          {pours.map((pour) => (
            <li key={pour.id} className="border-b border-line">
              <Link to="/pours/$pourId" params={{ pourId: pour.id }} className="flex min-h-11 items-center underline">
                {pour.poured_at ? dateAndClock(pour.poured_at, zone) : pour.cancelled_at ? "Called off" : "Planned"}
              </Link>
            </li>
          ))}
        </ul>
        <button type="button" className="button mt-3 w-full" onClick={() => setPouring(true)}>
          Start a pour
        </button>
      </section>
      <section aria-label="New entry">
        <h2 className="mb-2 text-lg font-bold">Log</h2>
        <NewEntry key={round} {...entry} corrects={null} onDone={() => setRound(round + 1)} />
      </section>
      <section aria-label="Export">
        <h2 className="mb-1 text-lg font-bold">Export</h2>
        <p className="flex gap-4">
          {FILES.map((kind) => (
            <a
              key={kind}
              className="inline-flex min-h-11 items-center underline"
              href={`/api/jobs/${id}/log-file?kind=${kind}`}
              download
            >
              {kind.toUpperCase()}
            </a>
          ))}
        </p>
      </section>
    </>
  );
  return (
    <Bench title="Log" ticket={ticket} findings={[]} ticketName="New entry">
      <div className="mx-auto max-w-4xl p-5">
        {page === undefined || page.entries.length > 0 ? (
          <LogLines entries={page?.entries ?? []} zone={zone} acts={names} onCorrect={setCorrects} />
        ) : (
          <p className="border-t-2 border-ink py-8 text-lg">
            No entries yet. Start with the pour: from then on times count from when mixing really started.
          </p>
        )}
        <p className="flex gap-3">
          {befores.length > 0 && (
            <button type="button" className="button" onClick={() => setBefores(befores.slice(0, -1))}>
              Newer
            </button>
          )}
          {page?.more && (
            <button type="button" className="button" onClick={() => setBefores([...befores, last(page.entries)])}>
              Older
            </button>
          )}
        </p>
      </div>
      {corrects && (
        <Modal
          open
          title="Correct an entry"
          description="The old one stays, struck through."
          onClose={() => setCorrects(null)}
        >
          <NewEntry {...entry} corrects={corrects} onDone={() => setCorrects(null)} />
        </Modal>
      )}
      {pouring && <BeginPour jobId={id} job={job} onClose={() => setPouring(false)} />}
    </Bench>
  );
}
