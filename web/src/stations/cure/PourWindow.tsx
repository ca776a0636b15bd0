import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { planJob, pourWindowQuery, shopQuery } from "@/api/queries";
import { FindingLines } from "@/parts/FindingLines";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { dateAndClock, dayAndClock } from "@/units/time";
import { Bench } from "../job/Bench";
import { findingsOf } from "../job/station";
import { SHOWN_ACTS } from "./acts";
import { LetterKey } from "./LetterKey";
import { TemperatureChart } from "./TemperatureChart";
import { WeekGrid } from "./WeekGrid";
import { type PourStart, whysText } from "./windowGrid";

interface Props {
  tools: ReactNode;
  onPlanned: () => void;
}

/** The coming week, hour by hour: which of them to pour in, and what the day would be like. */
export function PourWindow({ tools, onPlanned }: Props) {
  const editor = useJobEditor();
  const { kept } = editor;
  const { data: known, error } = useQuery(pourWindowQuery(kept.id, kept.revision));
  const [chosen, setChosen] = useState<string | null>(null);
  const best = known?.starts.filter((one) => one.best !== null).sort((a, b) => (a.best ?? 0) - (b.best ?? 0)) ?? [];
  const at = chosen ?? best[0]?.at ?? null;
  const start = known?.starts.find((one) => one.at === at) ?? null;
  return (
    <Bench
      title="Pour window"
      tools={tools}
      ticketName={start && known ? `Start ${dayAndClock(start.at, known.zone)}` : "Pour window"}
      findings={[]}
      ticket={
        known && start ? (
          <WindowTicket start={start} best={best} zone={known.zone} onChoose={setChosen} onPlanned={onPlanned} />
        ) : (
          <p>{error ? error.message : "Looking at the week…"}</p>
        )
      }
    >
      <div className="mx-auto max-w-5xl space-y-4 p-3 lg:p-5">
        <div className="flex flex-wrap items-baseline justify-between gap-2">
          <h2 className="text-lg font-bold">Hour to start the pour</h2>
          <span className="text-soft">
            {known?.foretold_at
              ? `Forecast of ${dayAndClock(known.foretold_at, known.zone)}`
              : known && "No forecast: the same day each day"}
          </span>
        </div>
        {known && <WeekGrid starts={known.starts} zone={known.zone} at={at} onChoose={setChosen} />}
        {known && best.length === 0 && (
          <p className="border-l-4 border-stop pl-3 text-lg">
            No hour of this week is fit to pour in. Protect the piece, move it indoors, or wait for other weather.
          </p>
        )}
        <LetterKey />
        {start && known && <StartedDay start={start} />}
      </div>
    </Bench>
  );
}

/** What the hours would be if it were poured then. */
function useTried(at: string | null) {
  const editor = useJobEditor();
  const { kept } = editor;
  return useQuery({
    queryKey: ["weather", "tried", kept.id, kept.revision, at],
    enabled: at !== null,
    staleTime: 300_000,
    placeholderData: (before) => before,
    queryFn: () => planJob(withField(kept.job, "/cure/poured_at", at), null, kept.record, kept),
  });
}

function StartedDay({ start }: { start: PourStart }) {
  const { data: tried } = useTried(start.at);
  const { data: shop } = useQuery(shopQuery);
  const cure = tried?.plan.cure;
  if (!cure?.weather) return null;
  return <TemperatureChart cure={cure} weather={cure.weather} hours={shop?.hours} />;
}

function WindowTicket({
  start,
  best,
  zone,
  onChoose,
  onPlanned,
}: {
  start: PourStart;
  best: readonly PourStart[];
  zone: string;
  onChoose: (at: string) => void;
  onPlanned: () => void;
}) {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const { data: tried } = useTried(start.at);
  const whys = whysText(start, units);
  const cure = tried?.plan.cure;
  const acts = cure?.acts.filter((act) => SHOWN_ACTS.includes(act.id)) ?? [];
  const plan = async () => {
    const words = `Pour planned: ${dayAndClock(start.at, zone)}`;
    await editor.change((now) => withField(now, "/cure/poured_at", start.at), words);
    onPlanned();
  };
  return (
    <>
      <section aria-label="Chosen start">
        <h2 className="text-lg font-bold">
          {dayAndClock(start.at, zone)}: {start.best === 1 ? "the best start" : start.grade}
        </h2>
        {whys.length > 0 && <p className="mb-2">{capital(whys.join("; "))}.</p>}
        <button
          type="button"
          className="button button-now my-2 w-full"
          disabled={editor.readOnly}
          onClick={() => void plan()}
        >
          Plan the pour: {dayAndClock(start.at, zone)}
        </button>
        <dl>
          <Line label="Evaporation, highest" text={write(start.dries, "kg/m2/h", units)} />
          <Line label="Coldest air until it is strong" text={write(start.coldest_c, "C", units)} />
          {acts.map((act) => (
            <Line
              key={`${act.piece} ${act.id}`}
              label={act.name}
              text={act.never ? "not in this weather" : act.at ? dateAndClock(act.at, zone) : "–"}
            />
          ))}
        </dl>
      </section>
      {tried && (
        <section aria-label="Findings of that day">
          <FindingLines findings={findingsOf(tried.plan, "cure").map((one) => one.finding)} />
        </section>
      )}
      {best.length > 1 && (
        <section aria-label="Best starts">
          <h2 className="mb-1 text-lg font-bold">Best starts</h2>
          <ol>
            {best.map((one) => (
              <li key={one.at} className="border-b border-line">
                <button
                  type="button"
                  className="flex min-h-11 w-full items-center gap-3 text-left"
                  aria-pressed={one.at === start.at}
                  onClick={() => onChoose(one.at)}
                >
                  <b className="figure text-lg">{one.best}</b>
                  <span>
                    <b>{dayAndClock(one.at, zone)}</b>{" "}
                    <span className="text-soft">{whysText(one, units).join("; ") || "good"}</span>
                  </span>
                </button>
              </li>
            ))}
          </ol>
        </section>
      )}
    </>
  );
}

function Line({ label, text }: { label: string; text: string }) {
  return (
    <div className="flex items-baseline justify-between gap-3 border-b border-line py-2">
      <dt>{label}</dt>
      <dd className="figure font-bold whitespace-nowrap">{text}</dd>
    </div>
  );
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}
