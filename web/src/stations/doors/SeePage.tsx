import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useEffect, useState } from "react";
import { type SharedView, sharedPack, sharedQuery } from "@/api/accounts";
import { Refused } from "@/api/client";
import { FieldProblem } from "@/parts/FieldProblem";
import { useFill } from "@/parts/useFill";
import { type Units, writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write, writeHours, writeRange } from "@/units/quantity";
import { dateAndClock, dayAndDate, keepClock } from "@/units/time";
import { Thumbnail } from "../floor/Thumbnail";
import { carriedBy, sizeText } from "../job/Rail";
import { Preferences } from "../Preferences";
import { DoorPage } from "./DoorPage";

/** One job as a link shows it: to be read, and printed where the link says so. */
export function SeePage({ token }: { token: string }) {
  const { data: view, error } = useQuery({ ...sharedQuery(token), enabled: token !== "" });
  useEffect(() => {
    if (view) {
      document.title = `${view.job.name} · Ulbrek`;
      keepClock(view.hours.clock);
    }
  }, [view]);
  if (token === "" || (error instanceof Refused && error.status === 401))
    return (
      <DoorPage title="This link shows nothing">
        <p>It has run out, was ended, or is not whole. Ask whoever sent it for a new one.</p>
      </DoorPage>
    );
  if (error)
    return (
      <DoorPage title="Not shown">
        <p role="alert">{error.message}</p>
      </DoorPage>
    );
  if (!view)
    return (
      <DoorPage title="One moment">
        <p>Fetching the plan …</p>
      </DoorPage>
    );
  return <Shown view={view} token={token} />;
}

function Shown({ view, token }: { view: SharedView; token: string }) {
  const { units } = usePreferences();
  const { headline, plan } = view;
  const { zone } = headline;
  return (
    <div className="min-h-dvh">
      <header className="on-rail flex flex-wrap items-center gap-x-5 gap-y-1 bg-rail px-4 py-3 text-rail-ink sm:px-7">
        <p className="text-xl font-extrabold [font-stretch:118%]">Ulbrek</p>
        <p className="min-w-0 flex-1 truncate text-rail-soft">{view.shop}</p>
        <Preferences />
      </header>
      <main className="mx-auto max-w-4xl space-y-8 px-4 py-6 sm:px-7">
        <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
          <div className="min-w-0 flex-1 max-sm:basis-full">
            <h1 className="text-2xl font-bold [overflow-wrap:anywhere]">{view.job.name}</h1>
            <p className="text-soft">To read only, until {dayAndDate(view.ends_at, zone)}</p>
          </div>
          {view.what === "pack" && <Pack token={token} units={units} name={view.job.name} />}
        </div>
        <ul className="border-t-2 border-ink">
          {headline.pieces.map((piece, at) => (
            <Piece key={piece.name} piece={piece} planned={plan.pieces[at]} units={units} />
          ))}
        </ul>
        <dl className="cards gap-x-8 gap-y-3 [--card:12rem]">
          <Told label="Mix">
            {write(headline.bags, headline.measured ? "charges" : "bags", units)} of {headline.bag_name},{" "}
            {write(headline.batches, "batches", units)}
          </Told>
          <Told label="Form">
            {headline.in_moulds ? "in moulds" : write(headline.sheets, "sheets", units)}
            {headline.lengths > 0 && `, ${write(headline.lengths, "lengths", units)}`}
          </Told>
          <Told label="Steel">
            {headline.bars ? write(headline.bars, "bars", units) : headline.steel_school}
            {headline.meshed && " and mesh"}
          </Told>
          <Told label="Heaviest piece">
            {writeRange(headline.mass_low_kg, headline.mass_high_kg, "kg", units)}, {carriedBy(headline, units)}
          </Told>
        </dl>
        <Schedule view={view} />
      </main>
    </div>
  );
}

function Pack({ token, units, name }: { token: string; units: Units; name: string }) {
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  async function open(paper: "a4" | "letter") {
    setBusy(true);
    try {
      const address = URL.createObjectURL(await sharedPack(token, units, paper));
      const link = document.createElement("a");
      link.href = address;
      link.download = `${name}.pdf`;
      link.click();
      setTimeout(() => URL.revokeObjectURL(address), 60_000);
      setProblem(null);
    } catch (error) {
      setProblem(error instanceof Error ? error.message : String(error));
    } finally {
      setBusy(false);
    }
  }

  return (
    <div>
      <div className="flex gap-2">
        <button type="button" className="button button-now" disabled={busy} onClick={() => void open("a4")}>
          {busy ? "Drawing …" : "Job pack, A4"}
        </button>
        <button type="button" className="button" disabled={busy} onClick={() => void open("letter")}>
          Letter
        </button>
      </div>
      <FieldProblem problem={problem} />
    </div>
  );
}

function Piece({
  piece,
  planned,
  units,
}: {
  piece: SharedView["headline"]["pieces"][number];
  planned: SharedView["plan"]["pieces"][number] | undefined;
  units: Units;
}) {
  const mass = planned?.handling.mass;
  return (
    <li className="line items-center [--columns:7rem_minmax(0,1fr)] sm:[--columns:14rem_minmax(0,1fr)]">
      <Thumbnail piece={piece} />
      <div>
        <h2 className="text-lg font-bold">{piece.name}</h2>
        <p>
          {piece.count > 1 && `${piece.count} of `}
          {sizeText(piece.length_mm, piece.width_mm, units)}, {writeLength(piece.thickness_mm, units)} thick
        </p>
        {mass && (
          <p className="text-soft">
            each {writeRange(mass.low ?? mass.value, mass.high ?? mass.value, "kg", units)}
            {piece.features.length > 0 && `, with ${piece.features.length} openings or other features`}
          </p>
        )}
      </div>
    </li>
  );
}

function Told({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div>
      <dt className="text-soft">{label}</dt>
      <dd className="figure text-lg leading-tight">{children}</dd>
    </div>
  );
}

function Schedule({ view }: { view: SharedView }) {
  const fill = useFill();
  const { zone } = view.headline;
  const names = new Map(view.plan.pieces.map((piece) => [piece.id, piece.name]));
  return (
    <section aria-label="Schedule">
      <h2 className="mb-1 text-lg font-bold">Schedule</h2>
      <ol className="border-t-2 border-ink">
        {view.plan.cure.acts.map((act) => (
          <li
            key={`${act.piece} ${act.id}`}
            className="line [--columns:minmax(0,1fr)] sm:[--columns:13rem_minmax(0,1fr)]"
          >
            <span className="figure text-lg">
              {act.done_at
                ? `done ${dateAndClock(act.done_at, zone)}`
                : act.at
                  ? dateAndClock(act.at, zone)
                  : `after ${writeHours(act.due_h)}`}
            </span>
            <span>
              <b>
                {act.name}
                {act.piece && names.size > 1 ? `: ${names.get(act.piece)}` : ""}
              </b>
              <span className="block text-soft">{fill(act.test)}</span>
              {act.care && <span className="mt-1 block border-l-4 border-danger pl-2">{act.care}</span>}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}
