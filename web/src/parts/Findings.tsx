import type { Finding, JobFinding, Schemas } from "@/api/client";
import { useMay } from "@/api/me";
import { usePreferences } from "@/units/preferences";
import { fill } from "@/units/sentence";
import { FindingWords } from "./FindingLines";
import { SeverityMark } from "./SeverityMark";

type Change = Schemas["Change"];

interface Props {
  findings: JobFinding[];
  onChange: (change: Change) => void;
}

/** What this station found, gravest first, each with its change as a button. */
export function Findings({ findings, onChange }: Props) {
  const { units } = usePreferences();
  const edits = useMay()("PUT /api/jobs/{job_id}");
  if (findings.length === 0) {
    return (
      <p className="flex items-center gap-3 py-1">
        <SeverityMark severity={undefined} />
        Nothing to fix here.
      </p>
    );
  }
  return (
    <ul className="space-y-5">
      {findings.map(({ finding }, index) => (
        <li key={findingKey(finding, findings.slice(0, index))} className="flex gap-3" data-finding={finding.code}>
          <span className="pt-0.5">
            <SeverityMark severity={finding.severity} />
          </span>
          <div>
            <FindingWords finding={finding}>
              {finding.change && edits && (
                <button
                  type="button"
                  data-change={changeKey(finding.change)}
                  className={`button my-2 mr-2 ${index === 0 ? "button-now" : ""}`}
                  onClick={() => finding.change && onChange(finding.change)}
                  aria-label={`${fill(finding.change.label, finding.change.values, units)}. ${fill(finding.title, finding.values, units)}`}
                >
                  {fill(finding.change.label, finding.change.values, units)}
                </button>
              )}
              {(edits ? finding.also : []).map((other) => (
                <button
                  key={other.label}
                  type="button"
                  data-change={changeKey(other)}
                  className="button my-2 mr-2"
                  onClick={() => onChange(other)}
                >
                  {fill(other.label, other.values, units)}
                </button>
              ))}
            </FindingWords>
            <details className="mt-1 text-soft">
              <summary className="min-h-6 w-fit underline decoration-dotted underline-offset-4">Source</summary>
              <p>{finding.source}.</p>
            </details>
          </div>
        </li>
      ))}
    </ul>
  );
}

/** A finding whose figures change stays the same element: a button that is being pressed is not made anew. */
function findingKey({ code, field }: Finding, before: readonly JobFinding[]): string {
  const alike = before.filter(({ finding }) => finding.code === code && finding.field === field);
  return `${code} ${field} ${alike.length}`;
}

/** The fields that a change sets, by which it is known whatever its words. */
function changeKey(change: Change): string {
  return Object.keys(change.fields).join(" ");
}
