import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { client, type Schemas, take } from "@/api/client";
import { agendaQuery } from "@/api/queries";
import { Modal } from "@/parts/Modal";
import { useFill } from "@/parts/useFill";
import { dateAndClock, dayAndClock } from "@/units/time";
import { EntryForm } from "../records/EntryForm";
import { HourStrip } from "./HourStrip";

type Act = Schemas["AgendaAct"];

const SHOWN = 6;
const WHOLE_LINE = "font-bold after:absolute after:inset-0";

/** Due now and what comes next, over all jobs, and the strip of hours they lie on. */
export function Agenda() {
  const { data: agenda } = useQuery(agendaQuery);
  const [all, setAll] = useState(false);
  const [done, setDone] = useState<Act | null>(null);
  if (!agenda || agenda.acts.every((act) => act.when === "past")) return null;
  const coming = agenda.acts.filter((act) => act.when !== "past");
  const shown = all ? coming : coming.slice(0, SHOWN);
  return (
    <section aria-label="Due" className="mb-8">
      <h2 className="text-xl font-bold">
        {coming.some((act) => act.when === "due") ? "Due now" : "Next"}
        <span className="ml-3 text-base font-normal text-soft">{dateAndClock(agenda.now, agenda.zone)}</span>
      </h2>
      <ol className="mt-2 border-t-2 border-ink">
        {shown.map((act) => (
          <Line
            key={`${act.job} ${act.pour} ${act.piece} ${act.id}`}
            act={act}
            zone={agenda.zone}
            onDone={() => setDone(act)}
          />
        ))}
      </ol>
      {coming.length > SHOWN && (
        <button type="button" className="min-h-11 underline" onClick={() => setAll(!all)}>
          {all ? "Fewer" : `${coming.length - SHOWN} more`}
        </button>
      )}
      <HourStrip agenda={agenda} />
      {done?.pour && <DoneDialog act={done} pourId={done.pour} onClose={() => setDone(null)} />}
    </section>
  );
}

function Line({ act, zone, onDone }: { act: Act; zone: string; onDone: () => void }) {
  const fill = useFill();
  const due = act.when === "due";
  return (
    <li
      data-agenda={act.id}
      className="relative line [--columns:7.5rem_minmax(0,1fr)] items-baseline py-2 hover:bg-paper sm:[--columns:9rem_minmax(0,1fr)_minmax(0,1.4fr)_auto]"
    >
      <span className={`figure text-lg ${due ? "justify-self-start bg-crayon px-2 text-crayon-ink" : ""}`}>
        {dayAndClock(act.at, zone)}
      </span>
      <span>
        {act.pour ? (
          <Link to="/pours/$pourId" params={{ pourId: act.pour }} className={WHOLE_LINE}>
            {act.name}
          </Link>
        ) : (
          <Link
            to="/jobs/$jobId/$station"
            params={{ jobId: act.job, station: act.id === "pour" ? "log" : "cure" }}
            className={WHOLE_LINE}
          >
            {act.name}
          </Link>
        )}
        <span className="block text-soft">
          {act.job_name}
          {act.piece_name ? `, ${act.piece_name}` : ""}
        </span>
      </span>
      <span className="text-soft max-sm:col-start-2">{fill(act.test)}</span>
      {act.poured && due && (
        <button
          aria-label={`Done: ${act.name}, ${act.job_name}`}
          type="button"
          className="button relative z-10 justify-self-start self-center max-sm:col-start-2"
          onClick={onDone}
        >
          Done
        </button>
      )}
    </li>
  );
}

function DoneDialog({ act, pourId, onClose }: { act: Act; pourId: string; onClose: () => void }) {
  return (
    <Modal open title={`Done: ${act.name}`} description={act.job_name} onClose={onClose}>
      <EntryForm
        label="Mark done"
        note="Note (optional)"
        send={(entry) =>
          take(
            client.POST("/api/pours/{pour_id}/acts", {
              params: { path: { pour_id: pourId } },
              body: { ...entry, act: act.id, piece: act.piece },
            }),
          )
        }
        onDone={onClose}
      />
    </Modal>
  );
}
