import { useSuspenseQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useEffect, useState } from "react";
import { jobsQuery, shopQuery } from "@/api/queries";
import { Preferences } from "../Preferences";
import { Agenda } from "./Agenda";
import { BringIn } from "./BringIn";
import { JobLine } from "./JobLine";
import { NewPiece } from "./NewPiece";

/** The shop floor: the jobs of the shop, each told by its headline figures. */
export function FloorPage() {
  const { data: jobs } = useSuspenseQuery(jobsQuery);
  const { data: shop } = useSuspenseQuery(shopQuery);
  const [adding, setAdding] = useState(false);
  useEffect(() => {
    document.title = `${shop.name} · Ulbrek`;
  }, [shop.name]);
  return (
    <div className="min-h-dvh">
      <header className="on-rail flex flex-wrap items-center gap-x-6 gap-y-2 bg-rail px-4 py-3 text-rail-ink sm:px-7">
        <span className="text-xl font-extrabold [font-stretch:118%]">Ulbrek</span>
        <h1 className="flex-1 whitespace-nowrap text-rail-soft">{shop.name} shop floor</h1>
        <Preferences />
        <Link to="/rules" className="inline-flex min-h-11 items-center underline">
          Rules
        </Link>
      </header>
      <main className="mx-auto max-w-6xl px-4 py-5 sm:px-7">
        <Agenda />
        <div className="mb-4 flex flex-wrap items-center gap-3">
          <p className="flex-1 text-xl font-bold">{jobs.length === 1 ? "1 job" : `${jobs.length} jobs`} on the floor</p>
          <BringIn />
          <button type="button" className="button button-now" onClick={() => setAdding(true)}>
            New piece
          </button>
        </div>
        {jobs.length === 0 ? (
          <p className="border-t-2 border-ink py-10 text-lg">
            Nothing is planned yet. Begin with a piece: its length, width and thickness are enough to see the bags, the
            weight and the people it takes.
          </p>
        ) : (
          <ul className="border-t-2 border-ink">
            {jobs.map((card) => (
              <JobLine key={card.id} card={card} />
            ))}
          </ul>
        )}
      </main>
      {adding && <NewPiece onClose={() => setAdding(false)} />}
    </div>
  );
}
