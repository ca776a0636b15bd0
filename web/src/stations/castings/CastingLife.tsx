import { Link } from "@tanstack/react-router";
import { type CastingView, type State, useNames } from "@/api/records";
import { usePreferences } from "@/units/preferences";
import { dateAndClock } from "@/units/time";
import { StateMark } from "../records/StateMark";
import { BECOME } from "./AskOfCasting";

interface HeadProps {
  view: CastingView;
  zone: string;
  onBecome: (state: State) => void;
}

/** What a casting is, how far along, what comes next, and what may be said of it. */
export function CastingHead({ view, zone, onBecome }: HeadProps) {
  const { casting, due } = view;
  const { units } = usePreferences();
  return (
    <div className="mb-5 flex flex-wrap items-start gap-x-6 gap-y-3">
      <div className="min-w-0 flex-1">
        <p className="text-2xl font-bold">
          <span className="figure">#{casting.serial}</span> {casting.piece_name}
        </p>
        <p className="text-lg">
          <StateMark state={casting.state} />{" "}
          <span className="text-soft">since {dateAndClock(casting.state_at, zone)}</span>
        </p>
        <p>
          <Link
            to="/pours/$pourId"
            params={{ pourId: casting.pour_id }}
            className="inline-flex min-h-11 items-center underline"
          >
            {casting.poured_at ? `Poured ${dateAndClock(casting.poured_at, zone)}` : "Pour planned"}
          </Link>
          {casting.form_name && <span className="text-soft">, in {casting.form_name}</span>}
        </p>
        {due?.at && (
          <p>
            Next: <b>{due.name}</b>, {dateAndClock(due.at, zone)}
          </p>
        )}
      </div>
      <div className="flex flex-wrap gap-2">
        {casting.next_states
          .filter((state) => BECOME[state])
          .map((state) => (
            <button key={state} type="button" className="button" onClick={() => onBecome(state)}>
              {BECOME[state]}
            </button>
          ))}
        <a className="button" href={`/api/castings/${casting.id}/story?units=${units}`} download>
          Export its story (PDF)
        </a>
      </div>
    </div>
  );
}

interface LifeProps {
  view: CastingView;
  zone: string;
  onBack: () => void;
}

/** The states that it went through, and when. */
export function CastingLife({ view, zone, onBack }: LifeProps) {
  const names = useNames();
  const { states } = view;
  return (
    <section aria-label="History">
      <h2 className="mb-1 text-lg font-bold">History</h2>
      <ol className="border-t-2 border-ink">
        {states.map((one) => (
          <li key={one.number} className="line [--columns:10rem_minmax(0,1fr)]">
            <span className="figure text-lg">{dateAndClock(one.at, zone)}</span>
            <span>
              <span className={one.undone ? "text-soft line-through" : ""}>
                <StateMark state={one.state} />
              </span>
              {one.correction && (
                <span className="block text-soft">again, undone {dateAndClock(one.written_at, zone)}</span>
              )}
              {one.note && <span className="block">{one.note}</span>}
              {one.member_id && <span className="block text-soft">{names.get(one.member_id)}</span>}
            </span>
          </li>
        ))}
      </ol>
      {states.length > 2 && (
        <button type="button" className="min-h-11 underline" onClick={onBack}>
          Undo the last state
        </button>
      )}
    </section>
  );
}
