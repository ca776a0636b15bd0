import { useQuery } from "@tanstack/react-query";
import { type FormEvent, type ReactNode, useId, useState } from "react";
import { v4 as newId } from "uuid";
import { Refused } from "@/api/client";
import { shopQuery } from "@/api/queries";
import { type Entry, membersQuery, useSend } from "@/api/records";
import { FieldProblem } from "@/parts/FieldProblem";
import { WhenField } from "@/parts/WhenField";
import { usePreferences } from "@/units/preferences";
import { fieldValue, momentOf } from "@/units/time";

interface Props {
  label: string;
  send: (entry: Entry) => Promise<unknown>;
  onDone?: (() => void) | undefined;
  /** Whether something can be said of it. */
  note?: string | undefined;
  children?: ReactNode;
  /** The moment that it opens with, where it is not now; none where no moment is asked for. */
  when?: string | false;
  /** What is said while it is on its way. */
  progress?: string | undefined;
  /** What stands below the note. */
  below?: ReactNode;
}

/** An entry of the records: what, then when and who; sent once, however often it is pressed. */
export function EntryForm({ label, send, onDone, note, when: opening, progress, children, below }: Props) {
  const { data: members = [] } = useQuery(membersQuery);
  const { data: shop } = useQuery(shopQuery);
  const zone = shop?.hours?.zone ?? "UTC";
  const sending = useSend();
  const [key, setKey] = useState(() => newId());
  const [when, setWhen] = useState("");
  const [text, setText] = useState("");
  const { who, setWho } = usePreferences();
  const [busy, setBusy] = useState(false);
  const [refused, setRefused] = useState<string | null>(null);
  const id = useId();
  const moment = opening || new Date().toISOString();

  async function submit(event: FormEvent) {
    event.preventDefault();
    if (busy) return;
    setBusy(true);
    const known = members.some((member) => member.id === who);
    const at = when ? momentOf(when, zone) : opening || new Date().toISOString();
    try {
      await sending(() => send({ id: key, at, note: text.trim(), member_id: known ? who : null }));
      setKey(newId());
      setText("");
      setWhen("");
      setRefused(null);
      onDone?.();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setRefused(error.message);
    } finally {
      setBusy(false);
    }
  }

  return (
    <form onSubmit={submit} onKeyDown={(event) => event.stopPropagation()} className="space-y-3">
      {children}
      {note !== undefined && (
        <label className="block">
          {note}
          <textarea
            className="field min-h-20 py-2"
            maxLength={4000}
            value={text}
            onChange={(e) => setText(e.target.value)}
          />
        </label>
      )}
      {below}
      <div className="grid grid-cols-[repeat(auto-fit,minmax(13.5rem,1fr))] gap-3">
        {opening !== false && (
          <div>
            <label htmlFor={`${id}-when`}>Time</label>
            <WhenField
              id={`${id}-when`}
              max={fieldValue(new Date().toISOString(), zone)}
              value={when || fieldValue(moment, zone)}
              onChange={setWhen}
            />
          </div>
        )}
        {members.length > 0 && (
          <label className="block">
            By
            <select className="field" value={who} onChange={(event) => setWho(event.target.value)}>
              <option value="">not given</option>
              {members.map((member) => (
                <option key={member.id} value={member.id}>
                  {member.name}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
      <FieldProblem problem={refused} />
      <button type="submit" className="button button-now w-full" disabled={busy}>
        {busy ? (progress ?? "Saving") : label}
      </button>
    </form>
  );
}

interface TextProps {
  label: string;
  value: string;
  onChange: (value: string) => void;
  unit?: string | undefined;
  number?: boolean;
}

/** A line of an entry that is typed. */
export function EntryText({ label, value, onChange, unit, number = false }: TextProps) {
  return (
    <label className="block">
      {label}
      {unit && <span className="text-soft"> in {unit}</span>}
      <input
        className={`field ${number ? "figure text-lg" : ""}`}
        inputMode={number ? "decimal" : "text"}
        autoComplete="off"
        maxLength={80}
        required
        value={value}
        onChange={(event) => onChange(event.target.value)}
      />
    </label>
  );
}

/** What was typed as a number; not a number is refused where it is sent. */
export function numberOf(text: string, label: string): number {
  const value = Number(text.trim().replace(",", "."));
  if (text.trim() === "" || !Number.isFinite(value))
    throw new Refused(422, `${label}: “${text}” is not a number. Write it like 12 or 2.5.`);
  return value;
}
