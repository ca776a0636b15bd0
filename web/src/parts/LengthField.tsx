import { type FormEvent, type KeyboardEvent, useEffect, useId, useRef, useState } from "react";
import { type Length, Refused } from "@/api/client";
import { editable, otherUnits, shown } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { LengthPad } from "./LengthPad";

export interface TypedLength {
  typed: string;
  bare: "in" | "mm";
}

interface EntryProps {
  label: string;
  length: Length;
  onKeep: (typed: TypedLength) => Promise<void>;
  onDone: () => void;
}

/** Where a length is typed: Enter keeps it, Escape leaves it as it was, what cannot be read stays to be mended. */
export function LengthEntry({ label, length, onKeep, onDone }: EntryProps) {
  const { units } = usePreferences();
  const was = editable(length, units);
  const [text, setText] = useState(was);
  const [problem, setProblem] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const keeping = useRef(false);
  const id = useId();
  const pad = matchMedia("(pointer: coarse)").matches;

  useEffect(() => input.current?.select(), []);

  async function keep() {
    if (keeping.current) return;
    if (text.trim() === was) return onDone();
    keeping.current = true;
    try {
      await onKeep({ typed: text, bare: units });
      onDone();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.message);
      input.current?.focus();
    } finally {
      keeping.current = false;
    }
  }

  function submit(event: FormEvent) {
    event.preventDefault();
    void keep();
  }

  function key(event: KeyboardEvent) {
    event.stopPropagation();
    if (event.key === "Escape") onDone();
  }

  return (
    <form onSubmit={submit} className="relative">
      <input
        ref={input}
        className="field figure w-40 text-lg"
        aria-label={label}
        aria-invalid={problem !== null}
        aria-describedby={problem ? id : undefined}
        inputMode={pad ? "none" : "text"}
        autoComplete="off"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          setProblem(null);
        }}
        onKeyDown={key}
        onBlur={(event) => {
          if (!event.relatedTarget?.closest("[data-length-pad]") && problem === null) void keep();
        }}
        // biome-ignore lint/a11y/noAutofocus: the field appears because it was asked for
        autoFocus
      />
      {problem && (
        <p
          id={id}
          role="alert"
          className="absolute top-full left-0 z-30 mt-1 w-72 border-l-4 border-stop bg-paper p-2 shadow"
        >
          {problem}
        </p>
      )}
      {pad && (
        <LengthPad
          label={label}
          text={text}
          onText={setText}
          onKeep={() => void keep()}
          onLeave={onDone}
          problem={problem}
        />
      )}
    </form>
  );
}

interface FieldProps {
  label: string;
  length: Length;
  onKeep: (typed: TypedLength) => Promise<void>;
}

/** A length in the list beside the drawing: read it, or choose it and type. */
export function LengthField({ label, length, onKeep }: FieldProps) {
  const { units } = usePreferences();
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const back = useRef(false);
  useEffect(() => {
    if (!open && back.current) button.current?.focus();
    back.current = false;
  }, [open]);
  return (
    <div className="flex min-h-11 items-center justify-between gap-3 border-b border-line">
      <span>{label}</span>
      {open ? (
        <LengthEntry
          label={label}
          length={length}
          onKeep={onKeep}
          onDone={() => {
            back.current = true;
            setOpen(false);
          }}
        />
      ) : (
        <button
          ref={button}
          type="button"
          className="figure min-h-11 min-w-20 border-b-2 border-chalk text-right text-lg text-chalk"
          title={otherUnits(length.mm, units)}
          aria-label={`${label} ${shown(length, units)}, change`}
          onClick={() => setOpen(true)}
        >
          {shown(length, units)}
        </button>
      )}
    </div>
  );
}
