import { useQuery, useSuspenseQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { client, take } from "@/api/client";
import { shopQuery } from "@/api/queries";
import { castingQuery, type LogEntry, pourQuery, type State, useNames } from "@/api/records";
import { FindingLines } from "@/parts/FindingLines";
import { Modal } from "@/parts/Modal";
import { dateAndClock } from "@/units/time";
import { NewEntry } from "../log/NewEntry";
import { EntryForm } from "../records/EntryForm";
import { LogLines } from "../records/LogLines";
import { ShopPage } from "../records/ShopHeader";
import { StateMark } from "../records/StateMark";
import { PlacePlan } from "./PlacePlan";

type Asked = { state: State } | "back" | "entry" | { corrects: LogEntry };

const BECOME: Partial<Record<State, string>> = {
  stripped: "It is stripped",
  turned: "It is turned",
  finished: "It is finished",
  "in use": "It is in use",
  failed: "It failed",
  archived: "Put it away",
};

/** One casting: its state, its past, and what was seen of it at its place. */
export function CastingPage({ castingId }: { castingId: string }) {
  const { data: view } = useSuspenseQuery(castingQuery(castingId));
  const { data: shop } = useQuery(shopQuery);
  const { data: pour } = useQuery(pourQuery(view.casting.pour_id));
  const names = useNames();
  const [asked, setAsked] = useState<Asked | null>(null);
  const { casting, piece, plan, due, states, log, findings } = view;
  const zone = shop?.hours?.zone ?? "UTC";
  const acts = new Map(pour?.plan.cure.acts.map((act) => [act.id, act.name]));
  const spots = log
    .filter((entry) => entry.x_mm !== null && entry.y_mm !== null && !entry.replaced)
    .map((entry, number) => ({
      id: entry.id,
      x_mm: entry.x_mm ?? 0,
      y_mm: entry.y_mm ?? 0,
      label: String(number + 1),
    }));
  return (
    <ShopPage title={`Casting ${casting.serial}`}>
      <div className="mb-5 flex flex-wrap items-start gap-x-6 gap-y-3">
        <div className="min-w-0 flex-1">
          <p className="text-2xl font-bold">
            <span className="figure">#{casting.serial}</span> {casting.piece_name}
          </p>
          <p className="text-lg">
            <StateMark state={casting.state} />{" "}
            <span className="text-soft">since {dateAndClock(casting.state_at, zone)}</span>
          </p>
          <p>
            <Link
              to="/pours/$pourId"
              params={{ pourId: casting.pour_id }}
              className="inline-flex min-h-11 items-center underline"
            >
              {casting.poured_at ? `Poured ${dateAndClock(casting.poured_at, zone)}` : "Its pour is planned"}
            </Link>
            {casting.form_name && <span className="text-soft">, in {casting.form_name}</span>}
          </p>
          {due?.at && (
            <p>
              Next: <b>{due.name}</b>, {dateAndClock(due.at, zone)}
            </p>
          )}
        </div>
        <div className="flex flex-wrap gap-2">
          {casting.next_states
            .filter((state) => BECOME[state])
            .map((state) => (
              <button key={state} type="button" className="button" onClick={() => setAsked({ state })}>
                {BECOME[state]}
              </button>
            ))}
        </div>
      </div>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-2">
        <section aria-label="On its drawing">
          <PlacePlan piece={piece} plan={plan} spots={spots} />
        </section>
        <section aria-label="Its life">
          <h2 className="mb-1 text-lg font-bold">Its life</h2>
          <ol className="border-t-2 border-ink">
            {states.map((one) => (
              <li key={one.number} className="grid grid-cols-[10rem_minmax(0,1fr)] gap-x-4 border-b border-line py-2.5">
                <span className="figure text-lg">{dateAndClock(one.at, zone)}</span>
                <span>
                  <span className={one.undone ? "text-soft line-through" : ""}>
                    <StateMark state={one.state} />
                  </span>
                  {one.correction && (
                    <span className="block text-soft">again, taken back {dateAndClock(one.written_at, zone)}</span>
                  )}
                  {one.note && <span className="block">{one.note}</span>}
                  {one.member_id && <span className="block text-soft">{names.get(one.member_id)}</span>}
                </span>
              </li>
            ))}
          </ol>
          {states.length > 2 && (
            <button type="button" className="min-h-11 underline" onClick={() => setAsked("back")}>
              The last one was a mistake
            </button>
          )}
        </section>
      </div>
      <section aria-label="What was seen" className="mt-8">
        <div className="mb-2 flex items-center gap-4">
          <p className="flex-1 text-lg font-bold">What was seen</p>
          <button type="button" className="button" onClick={() => setAsked("entry")}>
            Write down
          </button>
        </div>
        {findings.length > 0 && (
          <div className="mb-4">
            <FindingLines findings={findings} />
          </div>
        )}
        {log.length === 0 && <p className="text-soft">Nothing yet: no weighing, no defect.</p>}
        <LogLines entries={log} zone={zone} acts={acts} onCorrect={(entry) => setAsked({ corrects: entry })} />
      </section>
      {asked && typeof asked === "object" && "state" in asked && (
        <Modal open title={`#${casting.serial}: ${BECOME[asked.state]}`} onClose={() => setAsked(null)}>
          <EntryForm
            label={BECOME[asked.state] ?? "Keep it"}
            send={(entry) =>
              take(
                client.POST("/api/castings/{casting_id}/state", {
                  params: { path: { casting_id: castingId } },
                  body: { ...entry, state: asked.state },
                }),
              )
            }
            onDone={() => setAsked(null)}
            note={asked.state === "failed" ? "What went wrong" : "Anything to note"}
          />
        </Modal>
      )}
      {asked === "back" && (
        <Modal
          open
          title={`#${casting.serial} is not ${casting.state}`}
          description="Both stay in its past."
          onClose={() => setAsked(null)}
        >
          <EntryForm
            label="Take it back"
            send={(entry) =>
              take(
                client.POST("/api/castings/{casting_id}/take-back", {
                  params: { path: { casting_id: castingId } },
                  body: entry,
                }),
              )
            }
            onDone={() => setAsked(null)}
            when={false}
            note="What was wrong with the entry"
          />
        </Modal>
      )}
      {(asked === "entry" || (asked && typeof asked === "object" && "corrects" in asked)) && (
        <Modal open title={`#${casting.serial}: write down`} onClose={() => setAsked(null)}>
          <NewEntry
            jobId={casting.job_id}
            pieces={[piece]}
            plans={[plan]}
            acts={acts}
            pourId={casting.pour_id}
            castingId={castingId}
            corrects={typeof asked === "object" && "corrects" in asked ? asked.corrects : null}
            onDone={() => setAsked(null)}
          />
        </Modal>
      )}
    </ShopPage>
  );
}
