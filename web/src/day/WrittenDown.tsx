import { useNames } from "@/api/records";
import { at } from "./time";

interface Written {
  id: string;
  at: string;
  member_id: string | null;
}

interface Props<Entry extends Written> {
  /** Newest first. */
  entries: readonly Entry[];
  say: (entry: Entry) => string;
  zone: string;
  onUndo: (entry: Entry) => void;
}

/** What was written down; each can be taken back. */
export function WrittenDown<Entry extends Written>({ entries, say, zone, onUndo }: Props<Entry>) {
  const names = useNames();
  if (entries.length === 0) return null;
  return (
    <details className="mx-4 mt-4 border-t border-line">
      <summary className="flex min-h-11 items-center underline">Written down: {entries.length}</summary>
      <ul>
        {entries.map((entry) => {
          const who = entry.member_id ? names.get(entry.member_id) : null;
          return (
            <li key={entry.id} className="flex items-center gap-3 border-b border-line py-1">
              <span className="figure w-14 shrink-0">{at(Date.parse(entry.at), zone)}</span>
              <span className="min-w-0 flex-1 [overflow-wrap:anywhere]">
                {say(entry)}
                {who && <span className="text-soft"> · {who}</span>}
              </span>
              <button type="button" className="min-h-11 shrink-0 underline" onClick={() => onUndo(entry)}>
                Take back
              </button>
            </li>
          );
        })}
      </ul>
    </details>
  );
}
