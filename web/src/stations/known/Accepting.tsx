import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { shopQuery } from "@/api/queries";
import { effectQuery, type FigureView, type Group, useTeach } from "@/api/records";
import { FieldProblem } from "@/parts/FieldProblem";
import { useWork } from "@/parts/useWork";
import { usePreferences } from "@/units/preferences";
import { writeApart } from "@/units/quantity";
import { dayAndDate } from "@/units/time";
import { told } from "./figures";

/** Lets plans reckon with a figure, or go by the rule again; beside it what that changes. */
export function Accepting({ figure, group }: { figure: FigureView; group: Group }) {
  const { units } = usePreferences();
  const { data: shop } = useQuery(shopQuery);
  const teach = useTeach(figure.quantity, group);
  const { refused, busy, work } = useWork();
  const zone = shop?.hours?.zone ?? "UTC";
  const { own, standing } = figure;
  const enough = figure.count >= figure.fewest;
  const offers = enough && (standing === "offered" || standing === "moved on" || standing === "contradicted");
  const name = `${told(figure, figure.found.likely, units)}${figure.ruled === null ? " of the rule" : ""}`;
  return (
    <div className="mt-3 border-y border-line py-3">
      {!enough && !own && (
        <p>
          {figure.count} of {figure.fewest} records that it takes. {figure.recorded_by}
        </p>
      )}
      {own && (
        <p className="mb-2">
          {standing === "contradicted" && (
            <b className="block">Most pours since then lie outside of what it says. Look at them below, then choose.</b>
          )}
          Plans use {told(figure, figure.own_ratio ?? 1, units)}
          {figure.ruled === null ? " of the rule" : ""}
          {own.accepted_at ? `, accepted ${dayAndDate(own.accepted_at, zone)}` : ""} after {own.castings} pours.
        </p>
      )}
      <div className="flex flex-wrap items-center gap-x-5 gap-y-3">
        {offers && (
          <button type="button" className="button" disabled={busy} onClick={() => void work(teach.accept)}>
            Use {name} in plans
          </button>
        )}
        {own && (
          <button type="button" className="button" disabled={busy} onClick={() => void work(teach.goByRule)}>
            Go by the rule again
          </button>
        )}
        {offers && <Effects figure={figure} group={group} />}
      </div>
      <FieldProblem problem={refused} />
    </div>
  );
}

function Effects({ figure, group }: { figure: FigureView; group: Group }) {
  const { units } = usePreferences();
  const { data } = useQuery(effectQuery(figure.quantity, group, figure.found.likely));
  if (!data) return <p className="text-soft">Working out what that changes.</p>;
  if (data.length === 0) return <p className="text-soft">Changes nothing in the jobs that wait to be poured.</p>;
  return (
    <ul aria-label="What that changes">
      {data.map((one) => {
        const [before, after] = writeApart([one.before, one.after], [one.kind, one.kind], units);
        return (
          <li key={one.job_id}>
            <Link to="/jobs/$jobId/$station" params={{ jobId: one.job_id, station: "measure" }} className="underline">
              {one.job_name}
            </Link>
            : {one.what}{" "}
            <span className="figure">
              {before} → {after}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
