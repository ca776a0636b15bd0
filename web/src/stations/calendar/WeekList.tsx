import { Link } from "@tanstack/react-router";
import { clock, dayAndDate } from "@/units/time";
import type { Booked, DaysView } from "./days";

interface Line {
  key: string;
  at: string;
  what: string;
  pour: Booked;
  first: boolean;
}

/** The days one under the other, what is to be done on each: for a phone, and for the wall. */
export function WeekList({ known, onChoose }: { known: DaysView; onChoose: (id: string) => void }) {
  const { zone, begins } = known;
  const lines = linesOf(known);
  const days = begins.slice(0, -1).map((begin, day) => ({
    begin,
    lines: lines.filter(
      ({ at }) => Date.parse(at) >= Date.parse(begin) && Date.parse(at) < Date.parse(begins[day + 1] ?? ""),
    ),
  }));
  return (
    <ol className="space-y-4">
      {days.map(({ begin, lines: found }) => (
        <li key={begin}>
          <h3 className="border-b-2 border-ink font-bold">{dayAndDate(begin, zone)}</h3>
          {found.length === 0 ? (
            <p className="py-2 text-soft">Nothing planned.</p>
          ) : (
            <ul>
              {found.map((line) => (
                <li key={line.key} className="line [--columns:4.5rem_minmax(0,1fr)_auto] items-center py-1">
                  <span className="figure">{clock(line.at, zone)}</span>
                  <span>
                    <b>{line.what}</b> <span className="text-soft">{line.pour.name}</span>
                  </span>
                  {line.first && !line.pour.poured ? (
                    <button
                      type="button"
                      className="button"
                      onClick={() => onChoose(line.pour.id)}
                      aria-label={`Move the pour of ${line.pour.name}`}
                    >
                      Move
                    </button>
                  ) : (
                    line.pour.pour && (
                      <Link
                        to="/pours/$pourId"
                        params={{ pourId: line.pour.pour }}
                        className="inline-flex min-h-11 items-center underline"
                      >
                        Open
                      </Link>
                    )
                  )}
                </li>
              ))}
            </ul>
          )}
        </li>
      ))}
    </ol>
  );
}

function linesOf(known: DaysView): Line[] {
  return known.days.pours
    .flatMap((pour) => [
      ...(pour.poured ? [] : [{ key: pour.id, at: pour.at, what: "Pour", pour, first: true }]),
      ...pour.acts
        .filter((act) => !act.is_state)
        .map((act) => ({
          key: `${pour.id} ${act.piece} ${act.id}`,
          at: act.at,
          what: act.piece_name ? `${act.name}, ${act.piece_name}` : act.name,
          pour,
          first: false,
        })),
    ])
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at));
}
