import { useQuery, useSuspenseInfiniteQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useMay } from "@/api/me";
import { agendaQuery, jobsQuery, shopQuery } from "@/api/queries";
import { ShopPage } from "../records/ShopHeader";
import { Agenda } from "./Agenda";
import { BringIn } from "./BringIn";
import { FirstQuestions } from "./FirstQuestions";
import { JobLine } from "./JobLine";
import { NewPiece } from "./NewPiece";
import { People } from "./People";

/** The shop floor: the jobs of the shop, each told by its headline figures. */
export function FloorPage() {
  const { data: pages, fetchNextPage, hasNextPage, isFetchingNextPage } = useSuspenseInfiniteQuery(jobsQuery);
  const jobs = pages.pages.flatMap((page) => page.cards);
  const count = pages.pages.at(-1)?.count ?? jobs.length;
  const { data: agenda } = useQuery(agendaQuery);
  const { data: shop } = useQuery(shopQuery);
  const may = useMay();
  const [adding, setAdding] = useState(false);
  const [people, setPeople] = useState(false);
  return (
    <ShopPage title="Shop floor">
      {agenda?.old_shop && (
        <p role="alert" className="mb-6 border-l-4 border-stop pl-3">
          The last change of the shop’s materials or hours cannot be read. All is planned with those before it: set them
          again under Shop.
        </p>
      )}
      {shop && !shop.begun && may("PATCH /api/shop") && <FirstQuestions shop={shop} />}
      <Agenda />
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <p className="flex-1 text-xl font-bold">{count === 1 ? "1 job" : `${count} jobs`} on the floor</p>
        {may("POST /api/members") && (
          <button type="button" className="button" onClick={() => setPeople(true)}>
            People
          </button>
        )}
        {may("POST /api/jobs") && (
          <>
            <BringIn />
            <button type="button" className="button button-now" onClick={() => setAdding(true)}>
              New piece
            </button>
          </>
        )}
      </div>
      {jobs.length === 0 ? (
        <p className="border-t-2 border-ink py-10 text-lg">
          {may("POST /api/jobs")
            ? "Nothing is planned yet. Start with a piece. Length, width and thickness are enough to see bags, weight and people."
            : "You are not asked to a pour yet. A maker asks you."}
        </p>
      ) : (
        <ul className="border-t-2 border-ink">
          {jobs.map((card) => (
            <JobLine key={card.id} card={card} />
          ))}
        </ul>
      )}
      {hasNextPage && (
        <button
          type="button"
          className="button mt-4"
          disabled={isFetchingNextPage}
          onClick={() => void fetchNextPage()}
        >
          Show more jobs
        </button>
      )}
      {people && <People onClose={() => setPeople(false)} />}
      {adding && <NewPiece onClose={() => setAdding(false)} />}
    </ShopPage>
  );
}
