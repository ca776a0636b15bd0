import { usePreferences } from "@/units/preferences";
import { fill } from "@/units/sentence";

/** Writes the fixed numbers of the core's sentences in the reader's units. */
export function useFill(): (text: string) => string {
  const { units } = usePreferences();
  return (text) => fill(text, {}, units);
}
