import { useSuspenseQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { useMay } from "@/api/me";
import { type PourView, pourQuery } from "@/api/records";
import { usePreferences } from "@/units/preferences";
import { writeHours } from "@/units/quantity";
import { dateAndClock } from "@/units/time";
import { DryingDial } from "../cure/DryingDial";
import { ShopPage } from "../records/ShopHeader";
import { StateMark } from "../records/StateMark";
import { type Asked, AskOfPour } from "./AskOfPour";
import { AskPeople } from "./AskPeople";
import { AsPlanned } from "./AsPlanned";
import { Batches } from "./Batches";
import { Changes } from "./Changes";
import { Part } from "./Part";
import { StockOfPour } from "./StockOfPour";
import { TestDialog } from "./TestDialog";
import { Thermometers } from "./Thermometers";

const DAY_MS = 24 * 3_600_000;

/** One pour: its castings, its batches, what is due, and what has changed of its plan since. */
export function PourPage({ pourId }: { pourId: string }) {
  const { data: view } = useSuspenseQuery(pourQuery(pourId));
  const { units } = usePreferences();
  const may = useMay();
  const [asked, setAsked] = useState<Asked | null>(null);
  const { pour, plan } = view;
  const zone = plan.cure.zone;
  const isOfToday = !pour.poured_at || Date.now() - Date.parse(pour.poured_at) < DAY_MS;
  return (
    <ShopPage title={`Pour: ${pour.job.name}`}>
      <div className="mb-5 flex flex-wrap items-end gap-x-6 gap-y-2">
        <div className="min-w-0 flex-1">
          <p className="text-2xl font-bold [overflow-wrap:anywhere]">{pour.job.name}</p>
          <p className="flex flex-wrap items-center gap-x-4 text-lg">
            {standing(view, zone)}
            {pour.poured_at && may("POST /api/pours/{pour_id}/water-in/correct") && (
              <button
                type="button"
                className="min-h-11 text-base underline"
                onClick={() => setAsked({ corrects: pour.poured_at ?? "" })}
              >
                Correct the time
              </button>
            )}
          </p>
          {pour.note && <p>{pour.note}</p>}
        </div>
        {!view.gone && (
          <Link to="/jobs/$jobId/$station" params={{ jobId: pour.job_id, station: "log" }} className="button">
            To the job
          </Link>
        )}
        {!pour.poured_at && !pour.cancelled_at && (
          <>
            {may("POST /api/pours/{pour_id}/cancel") && (
              <button type="button" className="button" onClick={() => setAsked("cancel")}>
                Call off
              </button>
            )}
            <button type="button" className="button" onClick={() => setAsked("water")}>
              Mixing has started
            </button>
          </>
        )}
        {pour.poured_at && !pour.cancelled_at && plan.pieces.some((one) => one.finish.tasks.length > 0) && (
          <Link to="/pours/$pourId/finish" params={{ pourId }} className="button">
            At the machine
          </Link>
        )}
        {!pour.cancelled_at && (
          <Link to="/pours/$pourId/run" params={{ pourId }} className={`button ${isOfToday ? "button-now" : ""}`}>
            {isOfToday ? "Run the pour" : "Run sheet"}
          </Link>
        )}
      </div>
      <div className="beside">
        <div className="space-y-8">
          <Part title="Castings">
            <ul className="border-t-2 border-ink">
              {pour.castings.map((casting) => (
                <li
                  key={casting.id}
                  className="relative flex items-center gap-4 border-b border-line py-2.5 hover:bg-paper"
                >
                  <span className="figure w-12 text-lg">#{casting.serial}</span>
                  <Link
                    to="/castings/$castingId"
                    params={{ castingId: casting.id }}
                    className="min-w-0 flex-1 font-bold after:absolute after:inset-0"
                  >
                    {casting.piece_name}
                  </Link>
                  <StateMark state={casting.state} />
                </li>
              ))}
            </ul>
          </Part>
          {!pour.cancelled_at && <Batches view={view} units={units} onAsk={setAsked} />}
          <StockOfPour view={view} />
        </div>
        <div className="space-y-8">
          {isOfToday && !pour.cancelled_at && (
            <Part title="Drying, until it is covered">
              <DryingDial dries={plan.cure.dries} />
            </Part>
          )}
          {pour.poured_at && <Acts view={view} onAsk={setAsked} />}
          <Thermometers view={view} />
          <Part title="Changed since the pour">
            <Changes view={view} units={units} />
          </Part>
          {!pour.cancelled_at && <AskPeople pourId={pourId} />}
        </div>
      </div>
      {asked === "test" && <TestDialog view={view} units={units} onClose={() => setAsked(null)} />}
      {asked && asked !== "test" && (
        <AskOfPour
          asked={asked}
          pourId={pourId}
          castings={pour.castings}
          units={units}
          onClose={() => setAsked(null)}
        />
      )}
    </ShopPage>
  );
}

function standing({ pour }: PourView, zone: string): string {
  if (pour.cancelled_at) return `Called off ${dateAndClock(pour.cancelled_at, zone)}`;
  return pour.poured_at ? `Mixing started ${dateAndClock(pour.poured_at, zone)}` : "Planned; mixing has not started";
}

function Acts({ view, onAsk }: { view: PourView; onAsk: (asked: Asked) => void }) {
  const { pour, plan } = view;
  const zone = plan.cure.zone;
  const several = plan.pieces.length > 1;
  const names = new Map(plan.pieces.map((piece) => [piece.id, piece.name]));
  return (
    <Part title="Schedule">
      <ol className="border-t-2 border-ink">
        {plan.cure.acts
          .filter((act) => !act.is_state)
          .map((act) => {
            const name = act.piece && several ? `${act.name}: ${names.get(act.piece)}` : act.name;
            const done = pour.acts.find((one) => one.act === act.id && (one.piece === act.piece || one.piece === null));
            return (
              <li
                key={`${act.piece} ${act.id}`}
                data-act={act.id}
                className="line [--columns:minmax(0,1fr)_auto] items-center py-1.5"
              >
                <span>
                  <span className="font-bold">{name}</span>
                  <span className="block text-soft">
                    {act.done_at
                      ? `done ${dateAndClock(act.done_at, zone)}`
                      : act.never
                        ? "not possible with this mix"
                        : act.at
                          ? dateAndClock(act.at, zone)
                          : ""}
                  </span>
                </span>
                {act.done_at ? (
                  done && (
                    <button
                      aria-label={`Undo: ${name}`}
                      type="button"
                      className="min-h-11 underline"
                      onClick={() => onAsk({ undo: done.id, name })}
                    >
                      Undo
                    </button>
                  )
                ) : (
                  <button
                    aria-label={`Done: ${name}`}
                    type="button"
                    className="button"
                    onClick={() => onAsk({ act: act.id, piece: act.piece, name })}
                  >
                    Done
                  </button>
                )}
              </li>
            );
          })}
      </ol>
      <div className="mt-3 flex flex-wrap gap-3">
        <AsPlanned view={view} />
        <button type="button" className="button" onClick={() => onAsk("temperature")}>
          Log a temperature
        </button>
        <button type="button" className="button" onClick={() => onAsk("test")}>
          Log a test
        </button>
      </div>
      {plan.cure.measured_h !== null && (
        <p className="mt-2 text-soft">
          From thermometer readings for the first {writeHours(plan.cure.measured_h)}; then from the planned temperature.
        </p>
      )}
    </Part>
  );
}
