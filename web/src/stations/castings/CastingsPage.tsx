import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { shopQuery } from "@/api/queries";
import { type Casting, castingsQuery, type State } from "@/api/records";
import { dayAndDate } from "@/units/time";
import { ShopPage } from "../records/ShopHeader";
import { isState, StateMark } from "../records/StateMark";

const SHELVES: readonly { name: string; states: State[] }[] = [
  { name: "All", states: [] },
  { name: "In hand", states: ["planned", "poured", "stripped", "turned", "finished"] },
  { name: "In use", states: ["in use"] },
  { name: "Failed", states: ["failed"] },
  { name: "Archived", states: ["archived"] },
];

/** The castings of the shop by number, newest first. */
export function CastingsPage() {
  const [shelf, setShelf] = useState("All");
  const [search, setSearch] = useState("");
  const [befores, setBefores] = useState<number[]>([]);
  const states = SHELVES.find((one) => one.name === shelf)?.states ?? [];
  const before = befores.at(-1);
  const { data: page } = useQuery({
    ...castingsQuery({ ...(states.length ? { state: states } : {}), search, ...(before ? { before } : {}) }),
    placeholderData: keepPreviousData,
  });
  const { data: shop } = useQuery(shopQuery);
  const zone = shop?.hours?.zone ?? "UTC";
  const count = (of: State[]) =>
    Object.entries(page?.counts ?? {}).reduce(
      (sum, [state, some]) => (of.length === 0 || (isState(state) && of.includes(state)) ? sum + some : sum),
      0,
    );
  const last = page?.castings.at(-1)?.serial;
  return (
    <ShopPage title="Castings">
      <div className="mb-4 flex flex-wrap items-center gap-3">
        <fieldset className="flex flex-wrap gap-2">
          <legend className="sr-only">Which castings</legend>
          {SHELVES.map(({ name, states: of }) => (
            <button
              key={name}
              type="button"
              aria-pressed={shelf === name}
              className={`button ${shelf === name ? "button-pressed" : ""}`}
              onClick={() => {
                setShelf(name);
                setBefores([]);
              }}
            >
              {name} <span className="figure">{count(of)}</span>
            </button>
          ))}
        </fieldset>
        <label className="flex flex-1 items-center justify-end gap-2">
          Find
          <input
            type="search"
            className="field max-w-60"
            placeholder="number or name"
            maxLength={80}
            value={search}
            onChange={(event) => {
              setSearch(event.target.value);
              setBefores([]);
            }}
          />
        </label>
      </div>
      {page && page.castings.length === 0 ? (
        <p className="border-t-2 border-ink py-10 text-lg">
          {search ? `No casting matches “${search}”.` : "None yet. Castings are created with a pour."}
        </p>
      ) : (
        <ul className="border-t-2 border-ink">
          {page?.castings.map((casting) => (
            <Line key={casting.id} casting={casting} zone={zone} />
          ))}
        </ul>
      )}
      <p className="mt-3 flex gap-3">
        {befores.length > 0 && (
          <button type="button" className="button" onClick={() => setBefores(befores.slice(0, -1))}>
            Newer
          </button>
        )}
        {page?.more && last && (
          <button type="button" className="button" onClick={() => setBefores([...befores, last])}>
            Older
          </button>
        )}
      </p>
    </ShopPage>
  );
}

function Line({ casting, zone }: { casting: Casting; zone: string }) {
  return (
    <li className="relative line [--columns:4rem_minmax(0,1fr)] items-baseline hover:bg-paper sm:[--columns:4rem_minmax(0,1.4fr)_9rem_minmax(0,1fr)]">
      <span className="figure text-lg">#{casting.serial}</span>
      <span>
        <Link
          to="/castings/$castingId"
          params={{ castingId: casting.id }}
          className="font-bold [overflow-wrap:anywhere] after:absolute after:inset-0"
        >
          {casting.piece_name}
        </Link>
        {casting.job_name !== casting.piece_name && <span className="block text-soft">{casting.job_name}</span>}
      </span>
      <span className="max-sm:col-start-2">
        <StateMark state={casting.state} />
      </span>
      <span className="text-soft max-sm:col-start-2">
        {casting.poured_at ? `poured ${dayAndDate(casting.poured_at, zone)}` : "not poured yet"}
        {casting.form_name ? `, ${casting.form_name}` : ""}
      </span>
    </li>
  );
}
