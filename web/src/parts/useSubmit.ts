import { type FormEvent, useState } from "react";
import { Refused } from "@/api/client";

/** Sends what a dialog holds, and closes it; what is refused is said in it, and what was typed stays. */
export function useSubmit(send: () => Promise<unknown>, onDone: () => void) {
  const [refused, setRefused] = useState<string | null>(null);
  async function submit(event: FormEvent) {
    event.preventDefault();
    try {
      await send();
      onDone();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setRefused(error.message);
    }
  }
  return { refused, submit };
}
