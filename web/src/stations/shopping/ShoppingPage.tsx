import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import type { Schemas } from "@/api/client";
import { withField } from "@/api/editor";
import { editJob, jobNamesQuery, jobQuery, shoppingQuery } from "@/api/queries";
import { useMoney } from "@/parts/useMoney";
import { valueWords } from "@/parts/values";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { ShopPage } from "../records/ShopHeader";

type Line = Schemas["Line"];

const FILES = ["pdf", "csv", "xlsx"] as const;

/** What is to be bought for one job or several, less what is in stock: ticked off in the store with one thumb. */
export function ShoppingPage({ ids }: { ids: readonly string[] }) {
  const { units } = usePreferences();
  const navigate = useNavigate();
  const queries = useQueryClient();
  const { data: jobs = [] } = useQuery(jobNamesQuery);
  const { data: list } = useQuery({ ...shoppingQuery(ids), enabled: ids.length > 0 });
  const [wrong, setWrong] = useState("");
  const groups = [...new Set((list?.lines ?? []).map((line) => line.group))];
  const query = ids.map((id) => `job=${id}`).join("&");
  const paper = units === "in" ? "letter" : "a4";

  function choose(id: string, wanted: boolean) {
    const job = wanted ? [...ids, id] : ids.filter((one) => one !== id);
    void navigate({ to: "/shopping", search: { job } });
  }

  const money = useMoney();

  async function tick(line: Line, wanted: boolean) {
    setWrong("");
    try {
      for (const id of ids) {
        const kept = await queries.fetchQuery({ ...jobQuery(id), staleTime: 0 });
        const bought = (kept.job.mix.bought ?? []).filter((key) => key !== line.key);
        const next = withField(kept.job, "/mix/bought", wanted ? [...bought, line.key] : bought);
        await editJob(id, kept.revision, next, `${line.name}: ${wanted ? "bought" : "not bought"}`, kept);
        await queries.invalidateQueries({ queryKey: jobQuery(id).queryKey });
      }
    } catch {
      setWrong(`${line.name} could not be ticked off. Try again when there is a connection.`);
    }
    await queries.invalidateQueries({ queryKey: ["shopping"] });
  }

  return (
    <ShopPage title="To buy">
      <p className="text-xl font-bold">To buy</p>
      <details className="mt-2 border-b border-line pb-2">
        <summary className="flex min-h-11 cursor-pointer items-center underline">
          For {ids.length === 1 ? "one job" : `${ids.length} jobs`}, choose
        </summary>
        <ul className="fields">
          {jobs.map((job) => (
            <li key={job.id}>
              <label className="flex min-h-11 items-center gap-3">
                <input
                  type="checkbox"
                  className="size-5"
                  checked={ids.includes(job.id)}
                  onChange={(event) => choose(job.id, event.target.checked)}
                />
                {job.name}
              </label>
            </li>
          ))}
        </ul>
      </details>
      {ids.length === 0 && <p className="py-10 text-lg">Choose the jobs that you are going shopping for.</p>}
      {wrong && (
        <p role="alert" className="mt-3 border-l-4 border-stop pl-3">
          {wrong}
        </p>
      )}
      {groups.map((group) => (
        <section key={group} aria-label={group} className="mt-5">
          <h2 className="border-b-2 border-ink text-lg font-bold first-letter:uppercase">{valueWords(group)}</h2>
          <ul>
            {(list?.lines ?? [])
              .filter((line) => line.group === group)
              .map((line) => (
                <Row key={line.key} line={line} onTick={(wanted) => void tick(line, wanted)} />
              ))}
          </ul>
        </section>
      ))}
      {list && ids.length > 0 && (
        <>
          <p className="mt-5 text-lg font-bold">
            Total {money(list.cost)}
            {list.unpriced > 0 && `, ${list.unpriced} unpriced`}
          </p>
          <p className="text-soft">Prices are the shop’s own where entered, else sample prices.</p>
          <p className="mt-3 flex flex-wrap gap-2">
            {FILES.map((ending) => (
              <a
                key={ending}
                className="button"
                href={`/api/shopping.${ending}?${query}&units=${units}&paper=${paper}`}
                download
              >
                As {ending.toUpperCase()}
              </a>
            ))}
          </p>
        </>
      )}
    </ShopPage>
  );
}

function Row({ line, onTick }: { line: Line; onTick: (wanted: boolean) => void }) {
  const enough = line.unit !== "" && line.to_buy === 0;
  const { units } = usePreferences();
  const money = useMoney();
  const size = line.size_mm
    .map((mm, index, all) => writeLength(mm, units, index === all.length - 1 ? "sold" : "mm"))
    .join(" × ");
  const many = line.unit ? write(line.to_buy, line.unit, units) : "";
  return (
    <li className={`border-b border-line ${line.bought || enough ? "text-soft" : ""}`} data-line={line.key}>
      <label className="flex min-h-14 items-center gap-3 py-1">
        <input
          type="checkbox"
          className="size-6"
          checked={line.bought}
          onChange={(event) => onTick(event.target.checked)}
        />
        <span className="min-w-0 flex-1">
          <span className={line.bought ? "line-through" : "font-semibold"}>
            {[line.name, size].filter(Boolean).join(", ")}
          </span>
          {line.here > 0 && (
            <span className="block text-soft">
              {write(line.wanted, line.unit, units)} needed, {write(line.here, line.unit, units)} in stock
            </span>
          )}
        </span>
        <span className="figure text-right">
          {enough ? "enough" : many}
          {line.cost !== null && !enough && <span className="block text-soft">{money(line.cost)}</span>}
        </span>
      </label>
    </li>
  );
}
