import { type KeyboardEvent, useEffect, useId, useState } from "react";
import { Refused } from "@/api/client";
import { problemProps } from "./FieldProblem";

/**
 * A text that is kept on Enter and on leaving; Escape goes back to what was kept. What cannot be kept stays as it was
 * typed, with why.
 */
export function useTyped(kept: string, keep: (text: string) => Promise<unknown>) {
  const [text, setText] = useState(kept);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();
  useEffect(() => {
    setText(kept);
    setProblem(null);
  }, [kept]);

  async function done() {
    if (text.trim() === kept) return;
    try {
      await keep(text.trim());
      setProblem(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.message);
    }
  }

  const input = {
    id,
    value: text,
    onChange: (event: { target: { value: string } }) => setText(event.target.value),
    onBlur: () => void done(),
    onKeyDown: (event: KeyboardEvent) => {
      event.stopPropagation();
      if (event.key === "Enter") void done();
      if (event.key === "Escape") setText(kept);
    },
    ...problemProps(id, problem),
  };
  return { id, input, problem };
}
