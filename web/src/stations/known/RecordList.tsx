import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { useState } from "react";
import { shopQuery } from "@/api/queries";
import { type FigureDetail, type Group, useTeach } from "@/api/records";
import { Modal } from "@/parts/Modal";
import { serials } from "@/parts/serials";
import { useSubmit } from "@/parts/useSubmit";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { dayAndDate } from "@/units/time";
import { percent } from "./figures";

type RecordView = FigureDetail["records"][number];
const SHOWN = 12;
const WIDE = 220;
const FARTHEST = 0.4;

/** Each record beside what the rule and ours would have said of it before; one can be left out with a reason. */
export function RecordList({ detail, group }: { detail: FigureDetail; group: Group }) {
  const { units } = usePreferences();
  const { data: shop } = useQuery(shopQuery);
  const [all, setAll] = useState(false);
  const [asked, setAsked] = useState<RecordView | null>(null);
  const { figure, records } = detail;
  const teach = useTeach(figure.quantity, group);
  const zone = shop?.hours?.zone ?? "UTC";
  const newest = [...records].reverse();
  return (
    <section aria-label="Forecast against what happened" className="mt-6">
      <h3 className="border-b-2 border-ink pb-1 text-lg font-bold">Forecast against what happened</h3>
      {detail.score && <Score score={detail.score} />}
      <ul>
        {newest.slice(0, all ? undefined : SHOWN).map((one) => {
          const { evidence, counts, wild } = one.judged;
          const said = write(evidence.said ?? 1, figure.kind, units);
          const happened = write(one.happened, figure.kind, units);
          return (
            <li
              key={evidence.pour}
              className="grid items-center gap-x-5 gap-y-1 border-b border-line py-2 sm:grid-cols-[minmax(0,1fr)_auto_auto]"
            >
              <span className="min-w-0">
                {one.job_id ? (
                  <Link
                    to="/pours/$pourId"
                    params={{ pourId: evidence.pour }}
                    className="relative font-semibold underline after:absolute after:-inset-y-2.5 after:inset-x-0"
                  >
                    {serials(evidence.serials)}
                  </Link>
                ) : (
                  <b>Old note</b>
                )}{" "}
                <span className="text-soft">{dayAndDate(evidence.at, zone)}</span>
                <span className="block">{one.job_name}</span>
                {counts === "cannot be" && (
                  <span className="block">
                    Set aside: {percent(evidence.ratio)} of the rule cannot be. Check what was logged.
                  </span>
                )}
                {counts === "left out" && <span className="block">Left out: {evidence.left_out}</span>}
                {wild && <span className="block">Hardly likely beside the others.</span>}
              </span>
              <span className="figure">
                rule {said}, was <b>{happened}</b>
              </span>
              <span className="flex items-center gap-3">
                <Off one={one} />
                {counts === "counts" && (
                  <button type="button" className="button px-3" onClick={() => setAsked(one)}>
                    Leave out
                  </button>
                )}
                {counts === "left out" && (
                  <button type="button" className="button px-3" onClick={() => void teach.leaveOut(evidence.pour, "")}>
                    Count it
                  </button>
                )}
              </span>
            </li>
          );
        })}
      </ul>
      {records.length > SHOWN && (
        <button type="button" className="min-h-11 underline" onClick={() => setAll(!all)}>
          {all ? "Fewer" : `${records.length - SHOWN} more`}
        </button>
      )}
      {asked && (
        <LeaveOut
          of={serials(asked.judged.evidence.serials)}
          send={(reason) => teach.leaveOut(asked.judged.evidence.pour, reason)}
          onClose={() => setAsked(null)}
        />
      )}
    </section>
  );
}

/** How far rule and ours were off, each told before it happened. */
function Score({ score }: { score: NonNullable<FigureDetail["score"]> }) {
  const { records, less, rule_off, ours_off, in_band } = score;
  return (
    <ul className="py-2">
      <li>
        <Dot hollow /> by the rule: {percent(rule_off)} off on average, {less} of {records} less than it says
      </li>
      <li>
        <Dot /> by ours, from the records before: {percent(ours_off)} off, {in_band} of {records} in the band
      </li>
      <li className="text-soft">The line in the middle is what happened; right of it, more was said than came.</li>
    </ul>
  );
}

function Dot({ hollow = false }: { hollow?: boolean }) {
  return (
    <svg aria-hidden viewBox="0 0 14 14" className="inline size-3.5">
      <circle
        cx={7}
        cy={7}
        r={5}
        strokeWidth={2}
        className={hollow ? "fill-paper stroke-ink" : "fill-ink stroke-ink"}
      />
    </svg>
  );
}

/** How far what was said lay from what happened, the middle: by the rule, and by ours before it. */
function Off({ one }: { one: RecordView }) {
  const { rule_over: rule, ours_over: ours } = one;
  const x = (off: number) => WIDE / 2 + (Math.max(-FARTHEST, Math.min(FARTHEST, off)) / FARTHEST) * (WIDE / 2 - 8);
  const says = `The rule was ${percent(Math.abs(rule))} ${rule < 0 ? "under" : "over"}${
    ours === null ? "" : `, ours ${percent(Math.abs(ours))} ${ours < 0 ? "under" : "over"}`
  }`;
  return (
    <svg role="img" aria-label={says} viewBox={`0 0 ${WIDE} 24`} className="h-6 w-55 shrink-0 max-sm:w-40">
      <title>{says}</title>
      <path d={`M4 12H${WIDE - 4}`} className="stroke-line-strong" />
      <path d={`M${WIDE / 2} 2V22`} className="stroke-chalk" strokeWidth={2} />
      <circle cx={x(rule)} cy={12} r={6} className="fill-paper stroke-ink" strokeWidth={2} />
      {ours !== null && <circle cx={x(ours)} cy={12} r={5} className="fill-ink" />}
    </svg>
  );
}

function LeaveOut({ of, send, onClose }: { of: string; send: (reason: string) => Promise<void>; onClose: () => void }) {
  const [reason, setReason] = useState("");
  const { refused, submit } = useSubmit(() => send(reason.trim()), onClose);
  return (
    <Modal open title={`Leave out ${of}`} description="It stays on record, and can be counted again." onClose={onClose}>
      <form onSubmit={(event) => void submit(event)}>
        <label className="block">
          Why
          <input
            className="field"
            required
            maxLength={300}
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </label>
        {refused && (
          <p role="alert" className="mt-2 font-semibold">
            {refused}
          </p>
        )}
        <button type="submit" className="button button-now mt-4">
          Leave out
        </button>
      </form>
    </Modal>
  );
}
