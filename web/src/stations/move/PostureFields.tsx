import { DocField } from "@/parts/DocField";
import { specOf } from "@/parts/specs";

const FIELDS = ["hands_out", "height_at_start", "height_at_end", "twist_deg", "grip"] as const;

/** The inputs of the lifting equation, all in sight. */
export function PostureFields() {
  return (
    <div className="mt-2">
      {FIELDS.map((field) => (
        <DocField key={field} at="/handling/posture" spec={specOf("Posture", field)} />
      ))}
    </div>
  );
}
