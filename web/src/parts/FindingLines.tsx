import type { ReactNode } from "react";
import type { Finding } from "@/api/client";
import { FindingText } from "./FindingText";
import { SeverityMark } from "./SeverityMark";

/** What was found where nothing is changed by a button. */
export function FindingLines({ findings }: { findings: readonly Finding[] }) {
  return (
    <ul className="space-y-4">
      {findings.map((finding) => (
        <li key={`${finding.code} ${finding.field}`} className="flex gap-3" data-finding={finding.code}>
          <span className="pt-0.5">
            <SeverityMark severity={finding.severity} />
          </span>
          <div>
            <FindingWords finding={finding} />
          </div>
        </li>
      ))}
    </ul>
  );
}

/** What is wrong, what to do, the buttons that do it, and why it matters. */
export function FindingWords({ finding, children }: { finding: Finding; children?: ReactNode }) {
  const values = finding.values ?? {};
  return (
    <>
      <h3 className="font-bold">
        <FindingText template={finding.title} values={values} />
      </h3>
      <p>
        <FindingText template={finding.remedy} values={values} />
      </p>
      {children}
      <p className="mt-1 text-soft">
        <FindingText template={finding.reason} values={values} />
      </p>
    </>
  );
}
