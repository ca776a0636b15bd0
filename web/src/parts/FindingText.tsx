import type { Finding } from "@/api/client";
import { usePreferences } from "@/units/preferences";
import { fill } from "@/units/sentence";

/** A finding's sentence with its values in the reader's units. */
export function FindingText({ template, values }: { template: string; values: NonNullable<Finding["values"]> }) {
  const { units } = usePreferences();
  return fill(template, values, units);
}
