import type { CauseView, DefectView } from "@/api/records";
import { useFill } from "@/parts/useFill";

const SHOWN = 3;
const VERDICTS: Record<CauseView["verdict"], string> = { likely: "likely", possible: "possible", hardly: "hardly" };

interface Props {
  view: DefectView;
  onCause: (cause: string | null) => void;
}

/** Causes, the likeliest first, each with what speaks for and against it; those that hardly come into question folded. */
export function CauseList({ view, onCause }: Props) {
  const first = view.causes.filter((one, at) => at < SHOWN || one.cause === view.cause || one.verdict === "likely");
  const others = view.causes.filter((one) => !first.includes(one));
  const rows = (causes: CauseView[]) =>
    causes.map((one) => <Cause key={one.cause} cause={one} found={view.cause === one.cause} onCause={onCause} />);
  return (
    <>
      <ol>{rows(first)}</ol>
      {others.length > 0 && (
        <details className="mt-2">
          <summary className="min-h-11 cursor-pointer py-2 underline">
            {others.length} less likely {others.length === 1 ? "cause" : "causes"}
          </summary>
          <ol>{rows(others)}</ol>
        </details>
      )}
    </>
  );
}

interface CauseProps {
  cause: CauseView;
  found: boolean;
  onCause: Props["onCause"];
}

function Cause({ cause, found, onCause }: CauseProps) {
  return (
    <li className="border-b border-line py-4" data-cause={cause.cause}>
      <div className="flex flex-wrap items-start gap-x-4 gap-y-2">
        <div className="min-w-0 flex-1">
          <p className="text-lg font-bold">{cause.name}</p>
          <p className="text-soft">
            {VERDICTS[cause.verdict]}
            {cause.cases > 0 && `, found here ${cause.cases} ${cause.cases === 1 ? "time" : "times"}`}
          </p>
        </div>
        <button
          type="button"
          className="button"
          aria-pressed={found}
          aria-label={`${found ? "Found" : "Mark as found"}: ${cause.name}`}
          onClick={() => onCause(found ? null : cause.cause)}
        >
          {found ? "✓ Found" : "Mark as found"}
        </button>
      </div>
      <Evidence label="For" lines={cause.speaks_for} />
      <Evidence label="Against" lines={cause.speaks_against} />
    </li>
  );
}

function Evidence({ label, lines }: { label: string; lines: CauseView["speaks_for"] }) {
  const filled = useFill();
  if (lines.length === 0) return null;
  return (
    <dl className="mt-2 grid grid-cols-[4.5rem_minmax(0,1fr)] gap-x-3">
      <dt className="text-soft">{label}</dt>
      <dd>
        <ul>
          {lines.map((one) => (
            <li key={one.fact}>
              {one.so ? filled(one.text) : `Not so: ${filled(one.text.charAt(0).toLowerCase() + one.text.slice(1))}`}
              <span className="text-soft"> · {one.known === "measured" ? "on record" : "as remembered"}</span>
            </li>
          ))}
        </ul>
      </dd>
    </dl>
  );
}
