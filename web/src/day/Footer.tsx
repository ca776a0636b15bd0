const UNDO_MS = 10_000;

interface Sending {
  now: number;
  unsent: number;
  trouble: string | null;
  offline: boolean;
  /** Of a practice nothing is kept. */
  practice?: object | null;
}

interface Props {
  run: Sending;
  last: { entry: { at: string }; what: string } | null;
  onUndo: () => void;
}

/** What is kept where, and the last tap to be taken back for ten seconds. */
export function Footer({ run, last, onUndo }: Props) {
  const left = last ? Math.ceil((Date.parse(last.entry.at) + UNDO_MS - run.now) / 1000) : 0;
  return (
    <footer className="sticky bottom-0 flex min-h-14 flex-wrap items-center justify-between gap-x-4 border-t border-line-strong bg-ground px-4 py-2">
      <p role="status" data-unsent={run.unsent}>
        {kept(run)}
      </p>
      {last && left > 0 && left <= 10 && (
        <button type="button" className="button max-w-full" onClick={onUndo}>
          <span className="truncate">Undo “{last.what}”</span>
          <span className="figure">{left} s</span>
        </button>
      )}
      {run.trouble && <p className="w-full font-bold">{run.trouble}</p>}
    </footer>
  );
}

function kept({ unsent, offline, practice }: Sending): string {
  if (practice) return "A practice: nothing of it is kept";
  if (unsent > 0) return `■ ${unsent} kept on this phone, not sent yet`;
  return offline ? "No network. The sheet goes on from this phone." : "All is sent";
}
