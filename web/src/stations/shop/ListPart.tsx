import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import type { Shop } from "@/api/client";
import { type Draft, putFirst, removeEntry, type ShopList } from "@/api/shop";
import { usePreferences } from "@/units/preferences";
import { EntryDialog } from "./EntryDialog";
import { glance } from "./glance";
import { TableDialog } from "./TableDialog";

type Asked = { edit: Draft } | "new" | "table";

/** One list of the shop: what stands on it, the first of which is planned with where a job chooses none. */
export function ListPart({ list, shop }: { list: ShopList; shop: Shop }) {
  const { units } = usePreferences();
  const [asked, setAsked] = useState<Asked | null>(null);
  const entries: readonly Draft[] = shop[list.name];
  const close = () => setAsked(null);
  return (
    <section aria-label={list.title}>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <h2 className="flex-1 text-xl font-bold max-sm:basis-full">{list.title}</h2>
        <a
          className="inline-flex min-h-11 items-center underline"
          href={`/api/shop/lists/${list.name}.csv?units=${units}`}
          download
        >
          Export CSV
        </a>
        <button type="button" className="min-h-11 underline" onClick={() => setAsked("table")}>
          Import CSV
        </button>
        <button type="button" className="button button-now" onClick={() => setAsked("new")}>
          Add {list.one}
        </button>
      </div>
      {entries.length === 0 && <p className="border-t-2 border-ink py-8 text-lg">Nothing on this list yet.</p>}
      <ul className="border-t-2 border-ink">
        {entries.map((entry, at) => (
          <EntryLine
            key={String(entry.id)}
            list={list}
            entry={entry}
            currency={shop.currency}
            first={at === 0}
            only={entries.length === 1}
            onEdit={() => setAsked({ edit: entry })}
          />
        ))}
      </ul>
      {asked === "new" && <EntryDialog list={list} onClose={close} />}
      {asked === "table" && <TableDialog list={list} onClose={close} />}
      {asked instanceof Object && <EntryDialog list={list} entry={asked.edit} onClose={close} />}
    </section>
  );
}

interface LineProps {
  list: ShopList;
  entry: Draft;
  currency: string;
  first: boolean;
  only: boolean;
  onEdit: () => void;
}

function EntryLine({ list, entry, currency, first, only, onEdit }: LineProps) {
  const { units } = usePreferences();
  const queries = useQueryClient();
  const name = String(entry.name);
  const id = String(entry.id);
  const act = useMutation({
    mutationFn: (what: "remove" | "first") =>
      what === "remove" ? removeEntry(list.name, id) : putFirst(list.name, id),
    onSuccess: () => queries.invalidateQueries(),
  });
  const told = glance(list, entry, units, currency);
  const source = String(entry.source ?? "");
  return (
    <li aria-label={name} data-entry={id} className="border-b border-line py-3">
      <div className="flex flex-wrap items-start gap-x-4 gap-y-1">
        <div className="min-w-0 flex-1 max-sm:basis-full">
          <h3 className="font-bold">
            {name}
            {first && !only && <span className="ml-2 font-normal text-soft">first choice</span>}
          </h3>
          <p>{told.join(" · ")}</p>
          {source && <p className="text-soft">Source: {source}</p>}
        </div>
        <div className="flex flex-wrap gap-x-3">
          {!first && (
            <button type="button" className="min-h-11 underline" onClick={() => act.mutate("first")}>
              Make first choice
            </button>
          )}
          <button type="button" className="min-h-11 underline" aria-label={`Edit ${name}`} onClick={onEdit}>
            Edit
          </button>
          <button
            type="button"
            className="min-h-11 underline"
            aria-label={`Remove ${name}`}
            onClick={() => act.mutate("remove")}
          >
            Remove
          </button>
        </div>
      </div>
      {act.error && (
        <p role="alert" className="mt-1 border-l-4 border-stop pl-2">
          {act.error.message}
        </p>
      )}
    </li>
  );
}
