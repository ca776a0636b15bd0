import { useQuery, useSuspenseQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { Refused } from "@/api/client";
import { shopQuery } from "@/api/queries";
import { type DefectView, defectQuery, useSayOfDefect } from "@/api/records";
import { Choice } from "@/parts/Choice";
import { useFill } from "@/parts/useFill";
import { dateAndClock } from "@/units/time";
import { Photos } from "../records/Photos";
import { ShopPage } from "../records/ShopHeader";
import { CauseList } from "./CauseList";
import { DefectKind } from "./DefectKind";
import { Repair } from "./Repair";

type Say = ReturnType<typeof useSayOfDefect>;

/** A defect: what may have caused it and why, what to do now and the next time. */
export function DefectPage({ entryId }: { entryId: string }) {
  const { data: view } = useSuspenseQuery(defectQuery(entryId));
  const { data: shop } = useQuery(shopQuery);
  const [refused, setRefused] = useState("");
  const send = useSayOfDefect(entryId);
  const filled = useFill();
  const say: Say = (said) =>
    send(said).then(
      () => setRefused(""),
      (error: unknown) => setRefused(error instanceof Refused ? error.message : "This was not kept. Try it again."),
    );
  return (
    <ShopPage title={view.kind ? view.name : "Defect"}>
      <Seen view={view} zone={shop?.hours?.zone ?? "UTC"} />
      <DefectKind kind={view.kind} onKind={(defect) => void say({ defect })} />
      {refused && (
        <p role="alert" className="mt-3 font-semibold">
          {refused}
        </p>
      )}
      {view.kind && (
        <div className="mt-6 grid gap-x-10 gap-y-8 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]">
          <div className="grid content-start gap-y-8">
            <section aria-label="Causes">
              <h2 className="border-b-2 border-ink pb-1 text-lg font-bold">Causes, the likeliest first</h2>
              {!view.known_enough && (
                <p className="mt-2">
                  <b>Not enough was recorded to tell them apart.</b> They stand in the order of how often each is the
                  cause.
                </p>
              )}
              <CauseList view={view} onCause={(cause) => void say({ cause })} />
            </section>
            <Repair view={view} say={send} />
          </div>
          <div className="grid content-start gap-y-8">
            <section aria-label="What to do now">
              <h2 className="border-b-2 border-ink pb-1 text-lg font-bold">Now</h2>
              <p className="mt-2">{filled(view.now)}</p>
            </section>
            <Questions view={view} say={say} />
            <NextTime view={view} />
          </div>
        </div>
      )}
      {view.kind && <p className="mt-8 text-soft">{counted(view)}</p>}
    </ShopPage>
  );
}

/** What was seen, of which casting, and its photos. */
function Seen({ view, zone }: { view: DefectView; zone: string }) {
  const { casting, entry } = view;
  return (
    <div className="mb-4">
      <p className="text-2xl font-bold [overflow-wrap:anywhere]">{entry.text}</p>
      <p className="text-soft">
        <Link
          to="/castings/$castingId"
          params={{ castingId: casting.id }}
          className="inline-flex min-h-11 items-center text-ink underline"
        >
          #{casting.serial} {casting.piece_name}
        </Link>
        , seen {dateAndClock(entry.at, zone)}
      </p>
      <Photos photos={entry.photos} of={entry.text} />
    </div>
  );
}

const ANSWERS = [
  { value: "yes", text: "Yes" },
  { value: "no", text: "No" },
  { value: "unknown", text: "Not known" },
] as const;

/** What nobody wrote down, and would tell the causes apart; what was said stays changeable. */
function Questions({ view, say }: { view: DefectView; say: Say }) {
  const filled = useFill();
  const asked = [...view.said, ...view.ask.filter((one) => !view.said.some((said) => said.fact === one.fact))];
  const answered = new Map(view.said.map((one) => [one.fact, one.so ? "yes" : "no"] as const));
  if (asked.length === 0) return null;
  return (
    <section aria-label="What you know">
      <h2 className="border-b-2 border-ink pb-1 text-lg font-bold">What you know</h2>
      <ul>
        {asked.map((one) => (
          <li key={one.fact} className="border-b border-line py-3" data-fact={one.fact}>
            <p className="mb-2">{filled(one.text)}.</p>
            <Choice
              label={filled(one.text)}
              value={answered.get(one.fact) ?? "unknown"}
              choices={ANSWERS}
              onChoose={(answer) => void say({ fact: one.fact, so: answer === "unknown" ? null : answer === "yes" })}
            />
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What to do differently, by the cause that was found, else by the likeliest; and what to write down. */
function NextTime({ view }: { view: DefectView }) {
  const filled = useFill();
  const cause = view.causes.find((one) => one.cause === view.cause) ?? view.causes[0];
  if (!cause?.next_time && view.record.length === 0) return null;
  return (
    <section aria-label="Next time">
      <h2 className="border-b-2 border-ink pb-1 text-lg font-bold">Next time</h2>
      {cause?.next_time && <p className="mt-2">{filled(cause.next_time)}</p>}
      {view.record.length > 0 && (
        <>
          <p className="mt-3 font-semibold">To be surer, log:</p>
          <ul className="list-disc pl-5">
            {view.record.map((one) => (
              <li key={one}>{one}</li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}

function counted(view: DefectView): string {
  const found = view.cases === 1 ? "1 cause was" : `${view.cases} causes were`;
  const counts =
    view.cases >= view.fewest ? "They count in the order." : `From ${view.fewest} on they count in the order.`;
  return `${found} found here for this kind of defect so far. ${counts} Source: ${view.source}.`;
}
