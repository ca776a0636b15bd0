import { type FormEvent, useId, useState } from "react";
import { Refused } from "@/api/client";
import { FieldProblem, problemProps } from "@/parts/FieldProblem";

/** Fields that are sent together: what is refused is said beside its field, what was typed stays. */
export function useFields(send: () => Promise<unknown>) {
  const [refused, setRefused] = useState<Refused | null>(null);
  const [busy, setBusy] = useState(false);
  const id = useId();

  async function submit(event?: FormEvent) {
    event?.preventDefault();
    setBusy(true);
    try {
      await send();
      setRefused(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setRefused(error);
    } finally {
      setBusy(false);
    }
  }

  function problemOf(field: string): string | null {
    const found = refused?.problems.find((one) => one.field === `/${field}`);
    return found ? `${found.problem} ${found.remedy}` : null;
  }

  const told = ["name", "login", "passphrase", "current"];
  /** What was refused of no field that is shown. */
  const rest = refused && !refused.problems.some((one) => told.includes(one.field.slice(1))) ? refused.message : null;
  /** What a field of several takes: its place in what was told, and what was refused of it. */
  function fieldOf<Told extends Record<string, string>>(told: Told, setTold: (told: Told) => void) {
    return (key: keyof Told & string) => ({
      id: `${id}-${key}`,
      value: told[key] ?? "",
      onType: (value: string) => setTold({ ...told, [key]: value }),
      problem: problemOf(key),
    });
  }
  return { submit, busy, problemOf, rest, id, fieldOf };
}

interface Props {
  label: string;
  value: string;
  onType: (value: string) => void;
  id: string;
  problem: string | null;
  type?: "text" | "password";
  autoComplete: string;
  hint?: string;
  autoFocus?: boolean;
}

/** A field of them, with its label above it. */
export function Typed({ label, value, onType, id, problem, type = "text", autoComplete, hint, autoFocus }: Props) {
  return (
    <div className="space-y-1">
      <label htmlFor={id} className="block font-semibold">
        {label}
      </label>
      <input
        id={id}
        type={type}
        className="field"
        maxLength={type === "password" ? 200 : 60}
        autoComplete={autoComplete}
        autoCapitalize="off"
        spellCheck={false}
        // biome-ignore lint/a11y/noAutofocus: the page is for this field alone
        autoFocus={autoFocus}
        value={value}
        {...problemProps(`${id}-problem`, problem)}
        onChange={(event) => onType(event.target.value)}
      />
      {hint && <p className="text-soft">{hint}</p>}
      <FieldProblem id={`${id}-problem`} problem={problem} />
    </div>
  );
}
