import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { agendaQuery } from "@/api/queries";
import { dateAndClock, dayAndClock } from "@/units/time";
import { HourStrip } from "./HourStrip";

type Act = Schemas["AgendaAct"];

const SHOWN = 6;

/** What is due now and what comes next, over all jobs, and the strip of hours they lie on. */
export function Agenda() {
  const { data: agenda } = useQuery(agendaQuery);
  const [all, setAll] = useState(false);
  if (!agenda || agenda.acts.every((act) => act.when === "past")) return null;
  const coming = agenda.acts.filter((act) => act.when !== "past");
  const shown = all ? coming : coming.slice(0, SHOWN);
  return (
    <section aria-label="What is due" className="mb-8">
      <h2 className="text-xl font-bold">
        {coming.some((act) => act.when === "due") ? "Due now" : "Next"}
        <span className="ml-3 text-base font-normal text-soft">{dateAndClock(agenda.now, agenda.zone)}</span>
      </h2>
      <ol className="mt-2 border-t-2 border-ink">
        {shown.map((act) => (
          <Line key={`${act.job} ${act.piece_name} ${act.id}`} act={act} zone={agenda.zone} />
        ))}
      </ol>
      {coming.length > SHOWN && (
        <button type="button" className="min-h-11 underline" onClick={() => setAll(!all)}>
          {all ? "Fewer" : `${coming.length - SHOWN} more`}
        </button>
      )}
      <HourStrip agenda={agenda} />
    </section>
  );
}

function Line({ act, zone }: { act: Act; zone: string }) {
  const due = act.when === "due";
  return (
    <li
      data-agenda={act.id}
      className="relative grid grid-cols-[7.5rem_minmax(0,1fr)] items-baseline gap-x-4 border-b border-line py-2 hover:bg-paper sm:grid-cols-[9rem_minmax(0,1fr)_minmax(0,1.4fr)]"
    >
      <span className={`figure text-lg ${due ? "justify-self-start bg-crayon px-2 text-crayon-ink" : ""}`}>
        {dayAndClock(act.at, zone)}
      </span>
      <span>
        <Link
          to="/jobs/$jobId/$station"
          params={{ jobId: act.job, station: "cure" }}
          className="font-bold after:absolute after:inset-0"
        >
          {act.name}
        </Link>
        <span className="block text-soft">
          {act.job_name}
          {act.piece_name ? `, ${act.piece_name}` : ""}
        </span>
      </span>
      <span className="text-soft max-sm:col-start-2">{act.test}</span>
    </li>
  );
}
