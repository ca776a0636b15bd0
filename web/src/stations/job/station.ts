import type { JobFinding, Plan, Schemas, Station } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { usePreferences } from "@/units/preferences";
import { fill } from "@/units/sentence";

type Change = Schemas["Change"];

export function findingsOf(plan: Plan, station: Station): JobFinding[] {
  return plan.findings.filter((found) => found.station === station);
}

/** Applies a change to the job, as one revision. */
export function useApply(): (change: Change) => void {
  const editor = useJobEditor();
  const { units } = usePreferences();
  return (change) => {
    void editor.change(
      (job) => Object.entries(change.fields).reduce((now, [pointer, value]) => withField(now, pointer, value), job),
      fill(change.label, change.values ?? {}, units).slice(0, 120),
    );
  };
}
