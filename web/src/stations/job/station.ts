import type { Finding, JobFinding, Plan, Station } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { sentence } from "@/parts/FindingText";
import { usePreferences } from "@/units/preferences";

export interface StationProps {
  editor: Editor;
}

export function findingsOf(plan: Plan, station: Station): JobFinding[] {
  return plan.findings.filter((found) => found.station === station);
}

/** Applies a finding's change to the job, as one revision. */
export function useApply(editor: Editor): (finding: Finding) => void {
  const { units } = usePreferences();
  return ({ change }) => {
    if (!change) return;
    void editor.change(
      (job) => Object.entries(change.fields).reduce((now, [pointer, value]) => withField(now, pointer, value), job),
      sentence(change.label, change.values ?? {}, units).slice(0, 120),
    );
  };
}
