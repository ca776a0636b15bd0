import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { type ReactNode, useState } from "react";
import { v4 as newId } from "uuid";
import type { Schemas } from "@/api/client";
import { useMay } from "@/api/me";
import { archiveJob, beginVariant, comparedQuery, takeVariant } from "@/api/queries";
import { FindingText } from "@/parts/FindingText";
import { SeverityMark } from "@/parts/SeverityMark";
import { useMoney } from "@/parts/useMoney";
import { usePreferences } from "@/units/preferences";
import { write, writeHours, writeRange } from "@/units/quantity";
import { carriedBy } from "../job/Rail";
import { ShopPage } from "../records/ShopHeader";
import { Differing } from "./Differing";
import { Outlines, piecesToDraw, scaleOf } from "./Outlines";

type Plan = Schemas["ComparedPlan"];
type Column = Schemas["Column"];

/** Plans of one job beside each other: what each comes to, in what it differs, and which of them to take. */
export function ComparePage({ jobId }: { jobId: string }) {
  const { data: found } = useQuery(comparedQuery(jobId));
  if (!found) return <ShopPage title="Compare plans">Working it out.</ShopPage>;
  const columns = found.plans.flatMap(({ column }) => (column ? [column] : []));
  const ids = piecesToDraw(columns);
  const scale = scaleOf(columns, ids);
  return (
    <ShopPage title="Compare plans">
      <div className="overflow-x-auto pb-4">
        <table className="w-full table-fixed border-collapse align-top [&_td]:p-2 [&_td]:align-top [&_th]:p-2 [&_th]:align-top">
          <caption className="sr-only">Plans beside each other</caption>
          <colgroup>
            <col className="w-24 sm:w-36" />
            {found.plans.map(({ id }) => (
              <col key={id} className="w-40 sm:w-52 lg:w-auto" />
            ))}
            {found.plans.length < found.most && <col className="w-40 sm:w-52 lg:w-auto" />}
          </colgroup>
          <thead>
            <tr className="border-b-2 border-ink">
              <td />
              {found.plans.map((plan, index) => (
                <Head key={plan.id} plan={plan} first={index === 0 ? null : (found.plans[0] ?? null)} />
              ))}
              {found.plans.length < found.most && <Add id={found.plans[0]?.id ?? jobId} />}
            </tr>
          </thead>
          <tbody>
            <Row name="Drawing">
              {found.plans.map(({ id, column, problem }) => (
                <td key={id}>
                  {column ? (
                    <Drawings column={column} ids={ids} scale={scale} />
                  ) : (
                    <p className="flex gap-2">
                      <SeverityMark severity="stop" />
                      {problem}
                    </p>
                  )}
                </td>
              ))}
            </Row>
            <Row name="Differences">
              {found.plans.map(({ id, column }, index) => (
                <td key={id}>
                  {column && index > 0 && <Differing differences={column.differences} />}
                  {index === 0 && <span className="text-soft">Others are compared with this one.</span>}
                </td>
              ))}
            </Row>
            <Figures plans={found.plans} />
            <Row name="Findings">
              {found.plans.map(({ id, column }) => (
                <td key={id}>{column && <Risk column={column} />}</td>
              ))}
            </Row>
          </tbody>
        </table>
      </div>
    </ShopPage>
  );
}

/** The name of a plan and what can be done with it; the first is the job's own. */
function Head({ plan, first }: { plan: Plan; first: Plan | null }) {
  const may = useMay();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string | null>(null);
  const again = () => queries.invalidateQueries({ queryKey: ["jobs"] });
  const remove = useMutation({ mutationFn: () => archiveJob(plan.id), onSuccess: again });
  const take = useMutation({
    mutationFn: (of: Plan) => takeVariant(of.id, plan.id, of.revision),
    onError: ({ message }) => {
      setProblem(message);
      void again();
    },
    onSuccess: async (taken) => {
      queries.setQueryData(["job", taken.id], taken);
      await again();
      await navigate({ to: "/jobs/$jobId/$station", params: { jobId: taken.id, station: "measure" } });
    },
  });
  return (
    <th scope="col" className="text-left font-normal">
      <span className="block text-lg leading-tight font-bold [overflow-wrap:anywhere]">{plan.name}</span>
      <span className="block text-soft">{first ? "Variant" : "The job’s plan"}</span>
      <span className="mt-1 flex flex-wrap items-center gap-x-4">
        <Link
          to="/jobs/$jobId/$station"
          params={{ jobId: plan.id, station: "measure" }}
          className="inline-flex min-h-11 items-center underline"
          aria-label={`Open ${plan.name}`}
        >
          Open
        </Link>
        {first && may("POST /api/jobs/{job_id}/choose") && (
          <>
            <button
              type="button"
              className="min-h-11 underline"
              aria-label={`Remove ${plan.name}`}
              disabled={remove.isPending}
              onClick={() => remove.mutate()}
            >
              Remove
            </button>
            <button
              type="button"
              className="button w-full max-w-48"
              disabled={!plan.column || take.isPending}
              aria-label={`Take this plan: ${plan.name}`}
              onClick={() => take.mutate(first)}
            >
              Take this plan
            </button>
          </>
        )}
      </span>
      {problem && <span role="alert">{problem}</span>}
    </th>
  );
}

/** The place of another variant: it begins as the job's plan is now. */
function Add({ id }: { id: string }) {
  const may = useMay();
  const queries = useQueryClient();
  const add = useMutation({
    mutationFn: () => beginVariant(id, newId()),
    onSuccess: () => queries.invalidateQueries({ queryKey: ["jobs"] }),
  });
  if (!may("POST /api/jobs/{job_id}/variants")) return null;
  return (
    <td>
      <button type="button" className="button button-now" disabled={add.isPending} onClick={() => add.mutate()}>
        Add a variant
      </button>
      <p className="mt-2 text-soft">A copy of the job’s plan. Open it, change it, and come back to compare.</p>
      {add.error && <p role="alert">{add.error.message}</p>}
    </td>
  );
}

function Row({ name, children }: { name: string; children: ReactNode }) {
  return (
    <tr className="border-b border-line">
      <th scope="row" className="text-left font-normal text-soft">
        {name}
      </th>
      {children}
    </tr>
  );
}

function Drawings({ column, ids, scale }: { column: Column; ids: readonly string[]; scale: number }) {
  const pieces = column.headline.pieces.filter(({ id }) => ids.includes(id));
  return pieces.map((piece) => (
    <Outlines key={piece.id} piece={piece} scale={scale} drawn={column.drawn.find((one) => one.piece === piece.id)} />
  ));
}

interface Line {
  name: string;
  /** By which the least is found; null where there is none. */
  value: (column: Column) => number | null;
  text: (column: Column) => string;
}

function Figures({ plans }: { plans: readonly Plan[] }) {
  const { units } = usePreferences();
  const money = useMoney();
  const lines: Line[] = [
    { name: "Price", value: ({ price }) => price, text: ({ price }) => (price === null ? "" : money(price)) },
    { name: "Materials", value: ({ spent }) => spent, text: ({ spent }) => (spent === null ? "" : money(spent)) },
    {
      name: "Hours of work",
      value: ({ hours }) => hours.likely,
      text: ({ hours }) => `${writeHours(hours.likely)} (${writeRange(hours.low, hours.high, "h", units)})`,
    },
    {
      name: "Concrete",
      value: ({ headline }) => headline.volume_l,
      text: ({ headline }) =>
        `${write(headline.volume_l, "l", units)}, ${write(headline.bags, headline.measured ? "charges" : "bags", units)}`,
    },
    { name: "Mass of all", value: ({ mass_kg }) => mass_kg, text: ({ mass_kg }) => write(mass_kg, "kg", units) },
    {
      name: "Heaviest piece",
      value: ({ headline }) => headline.mass_high_kg,
      text: ({ headline }) => writeRange(headline.mass_low_kg, headline.mass_high_kg, "kg", units),
    },
    {
      name: "Carried by",
      value: ({ headline }) => (headline.stays ? null : (headline.people ?? Number.POSITIVE_INFINITY)),
      text: ({ headline }) => carriedBy(headline, units),
    },
    {
      name: "Light use after",
      value: ({ usable_h }) => usable_h,
      text: ({ usable_h }) => (usable_h === null ? "not as planned" : writeHours(usable_h)),
    },
  ];
  const columns = plans.map(({ column }) => column);
  const shown = lines.filter(({ value }) => columns.some((one) => one && value(one) !== null));
  return shown.map(({ name, value, text }) => {
    const texts = columns.map((one) => one && text(one));
    const values = columns.map((one) => (one ? value(one) : null));
    const least = Math.min(...values.filter((one) => one !== null));
    const best = texts[values.indexOf(least)]; // what reads like the least is the least
    const alike = new Set(texts).size === 1;
    return (
      <Row key={name} name={name}>
        {plans.map(({ id }, index) => {
          const isBest = !alike && values[index] !== null && texts[index] === best;
          return (
            <td key={id} className={isBest ? "font-bold" : ""}>
              {texts[index]}
              {isBest && <span className="ml-2 font-normal text-fine">least</span>}
            </td>
          );
        })}
      </Row>
    );
  });
}

/** How much is found wrong, and the gravest of it. */
function Risk({ column }: { column: Column }) {
  const counts = [
    { severity: "danger" as const, count: column.dangers },
    { severity: "stop" as const, count: column.stops },
    { severity: "caution" as const, count: column.cautions },
  ].filter(({ count }) => count > 0);
  if (!counts.length) {
    return (
      <p className="flex items-center gap-2">
        <SeverityMark severity={undefined} />
        Nothing above a hint
      </p>
    );
  }
  return (
    <>
      <p className="flex flex-wrap gap-3">
        {counts.map(({ severity, count }) => (
          <span key={severity} className="figure flex items-center gap-1 text-lg">
            <SeverityMark severity={severity} />
            {count}
          </span>
        ))}
      </p>
      <ul>
        {column.gravest.map(({ piece, finding }) => (
          <li key={`${finding.code} ${finding.field} ${piece}`} className="py-0.5 leading-snug">
            <FindingText template={finding.title} values={finding.values} />
          </li>
        ))}
      </ul>
    </>
  );
}
