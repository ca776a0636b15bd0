import { useEffect, useState } from "react";

/** A wet thumb taps twice: what has just come up takes no tap for so long [ms]. */
const ARMED_MS = 700;

/** False for a moment after something else has come up. */
export function useArmed(key: string): boolean {
  const [armed, setArmed] = useState<string | null>(null);
  useEffect(() => {
    const timer = setTimeout(() => setArmed(key), ARMED_MS);
    return () => clearTimeout(timer);
  }, [key]);
  return armed === key;
}
