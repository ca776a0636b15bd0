import { useSuspenseQuery } from "@tanstack/react-query";
import { useLocation } from "@tanstack/react-router";
import { useEffect } from "react";
import type { RulePage } from "@/api/client";
import { rulesQuery } from "@/api/queries";
import { formulaText } from "@/parts/figures";
import { SeverityMark } from "@/parts/SeverityMark";
import { ShopPage } from "../records/ShopHeader";

/** The rule book: every rule and check, in the order of the work, with its source. */
export function RulesPage() {
  const { data: pages } = useSuspenseQuery(rulesQuery);
  const { hash } = useLocation();
  const rooms = [...new Set(pages.map((page) => page.room))];
  useEffect(() => {
    if (hash) document.getElementById(hash)?.scrollIntoView();
  }, [hash]);
  return (
    <ShopPage title="Rule book">
      <div className="mx-auto max-w-3xl">
        <p>
          How each figure is worked out. Check against your own practice; local codes and licensed professionals come
          first.
        </p>
        {rooms.map((room) => (
          <section key={room} aria-label={room}>
            <h2 className="mt-8 border-b-2 border-ink text-2xl font-bold">{room}</h2>
            {pages
              .filter((page) => page.room === room)
              .map((page) => (
                <Rule key={page.id} page={page} />
              ))}
          </section>
        ))}
      </div>
    </ShopPage>
  );
}

function Rule({ page }: { page: RulePage }) {
  const meanings = new Map(page.terms.map((term) => [term.name, term.meaning]));
  return (
    <article id={page.id} className="scroll-mt-4 border-b border-line py-4 target:bg-chalk-soft">
      <h3 className="flex items-center gap-2 text-lg font-bold">
        {page.severity && <SeverityMark severity={page.severity as "stop"} />}
        {page.title}
      </h3>
      {page.reason && <p>{page.reason}</p>}
      {page.formula && (
        <p className="mt-2 border-l-4 border-chalk pl-3">{formulaText(page, (name) => meanings.get(name) ?? name)}</p>
      )}
      <p className="mt-2 text-soft">Source: {page.source}.</p>
    </article>
  );
}
