import { Link } from "@tanstack/react-router";
import { useMay } from "@/api/me";
import { type LogEntry, useNames } from "@/api/records";
import { usePreferences } from "@/units/preferences";
import { clock, dayAndDate } from "@/units/time";
import { Photos } from "./Photos";
import { KIND_WORDS, told } from "./words";

interface Props {
  entries: LogEntry[];
  zone: string;
  acts: Map<string, string>;
  onCorrect?: (entry: LogEntry) => void;
}

const CORRECTABLE = new Set<LogEntry["kind"]>(["note", "weighing", "test", "defect"]);

/** Lines of a log under their days, newest first. */
export function LogLines({ entries, zone, acts, onCorrect }: Props) {
  const days = new Map<string, LogEntry[]>();
  for (const entry of entries) {
    const day = dayAndDate(entry.at, zone);
    days.set(day, [...(days.get(day) ?? []), entry]);
  }
  return [...days].map(([day, lines]) => (
    <section key={day} aria-label={day} className="mb-6">
      <h2 className="border-b-2 border-ink pb-1 text-lg font-bold">{day}</h2>
      <ol>
        {lines.map((entry) => (
          <Line key={entry.id} entry={entry} zone={zone} acts={acts} onCorrect={onCorrect} />
        ))}
      </ol>
    </section>
  ));
}

interface LineProps extends Omit<Props, "entries" | "onCorrect"> {
  entry: LogEntry;
  onCorrect: Props["onCorrect"];
}

function Line({ entry, zone, acts, onCorrect }: LineProps) {
  const { units } = usePreferences();
  const names = useNames();
  const may = useMay();
  const text = told(entry, units, acts);
  const more = entry.kind === "changed" || text.endsWith(entry.text) ? "" : entry.text;
  return (
    <li
      data-log={entry.kind}
      className="line [--columns:4rem_minmax(0,1fr)] gap-x-3 py-2 sm:[--columns:4rem_7.5rem_minmax(0,1fr)_auto]"
    >
      <span className="figure text-lg leading-tight">{clock(entry.at, zone)}</span>
      <span className="text-soft max-sm:col-start-2">{KIND_WORDS[entry.kind]}</span>
      <div className="max-sm:col-start-2">
        <p className={`[overflow-wrap:anywhere] ${entry.replaced ? "text-soft line-through" : ""}`}>
          {entry.casting_id ? (
            <Link to="/castings/$castingId" params={{ castingId: entry.casting_id }} className="underline">
              {text}
            </Link>
          ) : (
            text
          )}
        </p>
        {entry.kind === "defect" &&
          entry.casting_id &&
          !entry.replaced &&
          may("GET /api/observations/{observation_id}/causes") && (
            <Link
              to="/defects/$entryId"
              params={{ entryId: entry.id }}
              className="inline-flex min-h-11 items-center underline"
              aria-label={`Causes of: ${text}`}
            >
              Causes
            </Link>
          )}
        {entry.replaced && <p className="text-soft">Corrected by a later entry.</p>}
        {more && <p>{more}</p>}
        {entry.member_id && <p className="text-soft">{names.get(entry.member_id)}</p>}
        <Photos photos={entry.photos} of={text} />
      </div>
      {onCorrect && CORRECTABLE.has(entry.kind) && !entry.replaced && (
        <button
          aria-label={`Correct: ${text}`}
          type="button"
          className="min-h-11 justify-self-start underline max-sm:col-start-2"
          onClick={() => onCorrect(entry)}
        >
          Correct
        </button>
      )}
    </li>
  );
}
