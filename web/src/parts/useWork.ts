import { useState } from "react";
import { Refused } from "@/api/client";

/** Does one thing at a time, and keeps what was refused to be said. */
export function useWork() {
  const [refused, setRefused] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  async function work(next: () => Promise<void>) {
    setBusy(true);
    setRefused(null);
    try {
      await next();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setRefused(error.message);
    } finally {
      setBusy(false);
    }
  }
  return { refused, busy, work };
}
