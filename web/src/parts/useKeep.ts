import { useState } from "react";
import { Refused } from "@/api/client";

/** What was refused of the last that was kept, and a way to keep what is chosen and not typed. */
export function useKeep(): [string | null, (kept: Promise<unknown>) => void] {
  const [problem, setProblem] = useState<string | null>(null);
  const keep = (kept: Promise<unknown>) =>
    void kept.then(
      () => setProblem(null),
      (error) => {
        if (!(error instanceof Refused)) throw error;
        setProblem(error.message);
      },
    );
  return [problem, keep];
}
