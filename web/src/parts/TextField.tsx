import { type KeyboardEvent, useEffect, useId, useState } from "react";
import { Refused } from "@/api/client";
import { FieldProblem, problemProps } from "./FieldProblem";

interface Props {
  label: string;
  value: string;
  /** The characters that it may have. */
  most?: number | undefined;
  onKeep: (value: string) => Promise<void>;
}

/** A name: kept on Enter or on leaving. */
export function TextField({ label, value, most = 60, onKeep }: Props) {
  const [text, setText] = useState(value);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();
  useEffect(() => setText(value), [value]);

  async function keep() {
    const next = text.trim();
    if (next === value) return setText(value);
    try {
      await onKeep(next);
      setProblem(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.message);
    }
  }

  function key(event: KeyboardEvent) {
    event.stopPropagation();
    if (event.key === "Enter") void keep();
    if (event.key === "Escape") setText(value);
  }

  return (
    <div className="border-b border-line py-1">
      <div className="flex items-center justify-between gap-3">
        <label htmlFor={id}>{label}</label>
        <input
          id={id}
          className="field max-w-52"
          autoComplete="off"
          maxLength={most}
          value={text}
          {...problemProps(`${id}-problem`, problem)}
          onChange={(event) => setText(event.target.value)}
          onBlur={() => void keep()}
          onKeyDown={key}
        />
      </div>
      <FieldProblem id={`${id}-problem`} problem={problem} />
    </div>
  );
}
