import { useSuspenseQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { type ReactNode, useState } from "react";
import { client, type Schemas, take } from "@/api/client";
import { type Entry, type PourView, pourQuery, useSend } from "@/api/records";
import { Modal } from "@/parts/Modal";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { WATER, write } from "@/units/quantity";
import { clock, dateAndClock } from "@/units/time";
import { EntryForm, EntryText, numberOf } from "../records/EntryForm";
import { ShopPage } from "../records/ShopHeader";
import { StateMark } from "../records/StateMark";
import { AsPlanned } from "./AsPlanned";
import { StockOfPour } from "./StockOfPour";

type Asked =
  | "water"
  | "batch"
  | "cancel"
  | { act: string; piece: string | null; name: string }
  | { undo: string; name: string };

/** One pour: its castings, its batches, what is due, and what has changed of its plan since. */
export function PourPage({ pourId }: { pourId: string }) {
  const { data: view } = useSuspenseQuery(pourQuery(pourId));
  const { units } = usePreferences();
  const [asked, setAsked] = useState<Asked | null>(null);
  const { pour, plan } = view;
  const zone = plan.cure.zone;
  return (
    <ShopPage title={`Pour: ${pour.job.name}`}>
      <div className="mb-5 flex flex-wrap items-end gap-x-6 gap-y-2">
        <div className="min-w-0 flex-1">
          <p className="text-2xl font-bold [overflow-wrap:anywhere]">{pour.job.name}</p>
          <p className="text-lg">{standing(view, zone)}</p>
          {pour.note && <p>{pour.note}</p>}
        </div>
        {!view.gone && (
          <Link to="/jobs/$jobId/$station" params={{ jobId: pour.job_id, station: "log" }} className="button">
            To the job
          </Link>
        )}
        {!pour.poured_at && !pour.cancelled_at && (
          <>
            <button type="button" className="button" onClick={() => setAsked("cancel")}>
              Call it off
            </button>
            <button type="button" className="button button-now" onClick={() => setAsked("water")}>
              First water is in
            </button>
          </>
        )}
      </div>
      <div className="grid gap-x-10 gap-y-8 lg:grid-cols-2">
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
          {!pour.cancelled_at && <Batches view={view} units={units} onAdd={() => setAsked("batch")} />}
          <StockOfPour view={view} />
        </div>
        <div className="space-y-8">
          {pour.poured_at && <Acts view={view} onAsk={setAsked} />}
          <Part title="Changed since it was begun">
            <Changes view={view} units={units} />
          </Part>
        </div>
      </div>
      {asked && <Ask asked={asked} pourId={pourId} units={units} onClose={() => setAsked(null)} />}
    </ShopPage>
  );
}

function standing({ pour }: PourView, zone: string): string {
  if (pour.cancelled_at) return `Called off ${dateAndClock(pour.cancelled_at, zone)}`;
  return pour.poured_at ? `First water in ${dateAndClock(pour.poured_at, zone)}` : "Planned; no water is in yet";
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="mb-1 text-lg font-bold">{title}</h2>
      {children}
    </section>
  );
}

function Acts({ view, onAsk }: { view: PourView; onAsk: (asked: Asked) => void }) {
  const { pour, plan } = view;
  const zone = plan.cure.zone;
  const several = plan.pieces.length > 1;
  const names = new Map(plan.pieces.map((piece) => [piece.id, piece.name]));
  return (
    <Part title="What is done when">
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
                className="grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-4 border-b border-line py-1.5"
              >
                <span>
                  <span className="font-bold">{name}</span>
                  <span className="block text-soft">
                    {act.done_at ? `done ${dateAndClock(act.done_at, zone)}` : act.at ? dateAndClock(act.at, zone) : ""}
                  </span>
                </span>
                {act.done_at ? (
                  done && (
                    <button
                      aria-label={`Take back: ${name}`}
                      type="button"
                      className="min-h-11 underline"
                      onClick={() => onAsk({ undo: done.id, name })}
                    >
                      Take back
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
      <AsPlanned view={view} />
    </Part>
  );
}

function Batches({ view, units, onAdd }: { view: PourView; units: Units; onAdd: () => void }) {
  const { pour, plan } = view;
  const send = useSend();
  const mixed = plan.mix.mixed;
  return (
    <Part title="Batches">
      <ol className="border-t-2 border-ink">
        {pour.batches.map((batch) => (
          <li
            key={batch.id}
            className="grid grid-cols-[1.5rem_3.5rem_1fr_1fr] items-center gap-x-3 border-b sm:grid-cols-[2rem_4rem_1fr_1fr_1.4fr_auto] border-line py-2.5"
          >
            <span className="figure text-lg">{batch.number}</span>
            <span className="figure text-lg">{clock(batch.at, plan.cure.zone)}</span>
            <span>{write(batch.bags, "bags", units)}</span>
            <span>{write(batch.water_l, "l", units)}</span>
            <span className="text-soft max-sm:col-start-4 max-sm:row-start-2">
              {write(batch.water_l / batch.bags, "l", units)} a bag
            </span>
            <button
              type="button"
              aria-label={`Take back batch ${batch.number}`}
              className="underline max-sm:col-start-3 max-sm:justify-self-start"
              onClick={() =>
                void send(() =>
                  take(
                    client.POST("/api/pours/{pour_id}/batches/{batch_id}/undo", {
                      params: { path: { pour_id: pour.id, batch_id: batch.id } },
                    }),
                  ),
                )
              }
            >
              Take back
            </button>
          </li>
        ))}
      </ol>
      {pour.batches.length === 0 && <p className="py-2 text-soft">None is written down.</p>}
      {mixed && (
        <p className="py-2">
          {write(mixed.bags_used.value, "bags", units)} mixed,{" "}
          {mixed.bags_to_go.value > 0
            ? `${write(mixed.bags_to_go.value, "bags", units)} to go`
            : "enough for the forms"}
        </p>
      )}
      <button type="button" className="button mt-1" onClick={onAdd}>
        Write a batch down
      </button>
    </Part>
  );
}

function Changes({ view, units }: { view: PourView; units: Units }) {
  const [all, setAll] = useState(false);
  if (view.gone) return <p className="text-soft">The job is off the floor, or has other pieces now.</p>;
  const { changed } = view;
  if (changed.length === 0) return <p className="text-soft">Nothing: the plan of today is the plan of that day.</p>;
  const shown = all ? changed : changed.slice(0, 8);
  return (
    <>
      <table className="w-full border-t-2 border-ink text-left">
        <thead className="text-soft">
          <tr>
            <th className="py-1 font-normal">Figure</th>
            <th className="py-1 font-normal">then</th>
            <th className="py-1 font-normal">today</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((one) => (
            <tr key={one.key} className="border-t border-line align-baseline">
              <th scope="row" className="py-1.5 pr-3 font-normal">
                {one.title}
                {one.of && <span className="block text-soft">{one.of}</span>}
              </th>
              <td className="figure py-1.5 pr-3 whitespace-nowrap">{value(one, one.then, units)}</td>
              <td className="figure py-1.5 whitespace-nowrap">{value(one, one.now, units)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {changed.length > 8 && (
        <button type="button" className="min-h-11 underline" onClick={() => setAll(!all)}>
          {all ? "Fewer" : `${changed.length - 8} more`}
        </button>
      )}
    </>
  );
}

function value(one: Schemas["Changed"], told: number | null, units: Units): string {
  return told === null ? "none" : write(told, one.unit, units);
}

interface AskProps {
  asked: Asked;
  pourId: string;
  units: Units;
  onClose: () => void;
}

function Ask({ asked, pourId, units, onClose }: AskProps) {
  const [bags, setBags] = useState("1");
  const [water, setWater] = useState("");
  const at = { params: { path: { pour_id: pourId } } };
  if (asked === "batch") {
    const send = (entry: Entry) => {
      const body = { ...entry, bags: numberOf(bags, "Bags"), water_l: numberOf(water, "Water") * WATER[units].litres };
      return take(
        client.POST("/api/pours/{pour_id}/batches", { ...at, body: { ...body, lot_id: null, shares: null } }),
      );
    };
    return (
      <Modal open title="A batch" description="When its first water went in, and all that went in." onClose={onClose}>
        <EntryForm label="Keep the batch" send={send} onDone={onClose} note="Feel, weather, who poured">
          <EntryText label="Bags" number value={bags} onChange={setBags} />
          <EntryText label="Water, all of it" unit={WATER[units].name} number value={water} onChange={setWater} />
        </EntryForm>
      </Modal>
    );
  }
  if (asked === "water")
    return (
      <Modal open title="First water in" description="All hours count from here." onClose={onClose}>
        <EntryForm
          label="Water is in"
          send={(entry) => take(client.POST("/api/pours/{pour_id}/water-in", { ...at, body: entry }))}
          onDone={onClose}
        />
      </Modal>
    );
  if (asked === "cancel")
    return (
      <Modal open title="Call the pour off" description="What it reserved is free again." onClose={onClose}>
        <EntryForm
          label="Call it off"
          send={(entry) => take(client.POST("/api/pours/{pour_id}/cancel", { ...at, body: entry }))}
          onDone={onClose}
          note="Why"
        />
      </Modal>
    );
  if ("undo" in asked)
    return (
      <Modal
        open
        title={`Not done: ${asked.name}`}
        description="It stays on record that it was said."
        onClose={onClose}
      >
        <EntryForm
          label="Take it back"
          send={(entry) =>
            take(
              client.POST("/api/pours/{pour_id}/acts/{done_id}/undo", {
                params: { path: { pour_id: pourId, done_id: asked.undo } },
                body: entry,
              }),
            )
          }
          onDone={onClose}
          note="What was wrong"
        />
      </Modal>
    );
  return (
    <Modal open title={`Done: ${asked.name}`} onClose={onClose}>
      <EntryForm
        label="It is done"
        send={(entry) =>
          take(
            client.POST("/api/pours/{pour_id}/acts", { ...at, body: { ...entry, act: asked.act, piece: asked.piece } }),
          )
        }
        onDone={onClose}
        note="Anything to note"
      />
    </Modal>
  );
}
