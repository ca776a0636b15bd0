import { type FormEvent, useId, useState } from "react";
import { Modal } from "@/parts/Modal";
import type { StepNow } from "@/run/types";
import type { Run, Saying } from "@/run/useRun";
import { STEP_MM, writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { Exactly } from "./Exactly";

export interface AskedOfRun {
  kind: "note" | "skip" | "gaps" | "exactly";
  step: StepNow;
}

interface Props {
  asked: AskedOfRun;
  run: Run;
  title: string;
  onSay: (saying: Saying, photo?: Blob) => void;
  onClose: () => void;
}

/** What is said beside the steps: a note, why something is left out, how much is missing. */
export function RunDialog(props: Props) {
  const { asked, ...of } = props;
  if (asked.kind === "exactly") return <Exactly step={asked.step} {...of} />;
  return asked.kind === "gaps" ? <Gaps {...props} /> : <Text {...props} kind={asked.kind} />;
}

function Text({ asked, kind, title, onSay, onClose }: Props & { kind: "note" | "skip" }) {
  const skips = kind === "skip";
  const [text, setText] = useState("");
  const [photo, setPhoto] = useState<File | null>(null);
  const [wanted, setWanted] = useState(false);
  const id = useId();
  function submit(event: FormEvent) {
    event.preventDefault();
    if (!text.trim() && (skips || !photo)) {
      setWanted(true);
      return;
    }
    onSay({ kind, step: asked.step.id, text: text.trim() || "A photo" }, photo ?? undefined);
    onClose();
  }
  return (
    <Modal open title={skips ? `Leave out: ${title}` : "Note"} onClose={onClose}>
      <form className="space-y-4" onSubmit={submit}>
        <div>
          <label htmlFor={id} className="font-semibold">
            {skips ? "Why" : "What there is to say"}
          </label>
          <textarea
            id={id}
            className="field min-h-24 py-2"
            maxLength={2000}
            value={text}
            aria-invalid={wanted}
            onChange={(event) => setText(event.target.value)}
          />
          {wanted && (
            <p role="alert" className="pt-1">
              {skips ? "Say why: in a month it is the only trace." : "Say something, or add a photo."}
            </p>
          )}
        </div>
        {!skips && (
          <label className="button w-full">
            {photo ? "Another photo" : "Add a photo"}
            <input
              type="file"
              accept="image/*"
              capture="environment"
              className="sr-only"
              onChange={(event) => setPhoto(event.target.files?.[0] ?? null)}
            />
          </label>
        )}
        {photo && <p>One photo is added.</p>}
        <button type="submit" className="button button-now w-full">
          {skips ? "Leave it out" : "Keep the note"}
        </button>
      </form>
    </Modal>
  );
}

function Less({ name, sign, onTap }: { name: string; sign: string; onTap: () => void }) {
  return (
    <button type="button" aria-label={name} className="button size-14 text-2xl" onClick={onTap}>
      {sign}
    </button>
  );
}

const PLACES = ["one end", "the middle", "the other end"];

/** Is it enough? From the gap under the screed at three places. */
function Gaps({ asked, run, onSay, onClose }: Props) {
  const { units } = usePreferences();
  const [gaps, setGaps] = useState<(number | null)[]>([null, null, null]);
  const { enough } = run.state;
  const { counts } = run.sheet.bags;
  const known = gaps.filter((gap) => gap !== null);
  const [told, setTold] = useState(false);
  const keep = (at: number, mm: number) => setGaps(gaps.map((gap, index) => (index === at ? mm : gap)));
  return (
    <Modal open title="Is it enough?" onClose={onClose}>
      <p className="text-soft">Lay the screed across and measure down to the concrete at three places.</p>
      {PLACES.map((place, at) => (
        <div key={place} className="flex items-center gap-3 border-b border-line py-2">
          <span className="min-w-0 flex-1">Gap at {place}</span>
          <Less
            name={`Less at ${place}`}
            sign="−"
            onTap={() => keep(at, Math.max(0, (gaps[at] ?? 0) - STEP_MM[units]))}
          />
          <output className="figure w-20 text-center text-xl">{writeLength(gaps[at] ?? 0, units, "tape")}</output>
          <Less name={`More at ${place}`} sign="+" onTap={() => keep(at, (gaps[at] ?? 0) + STEP_MM[units])} />
        </div>
      ))}
      {!told && (
        <button
          type="button"
          className="button button-now mt-4 min-h-14 w-full"
          disabled={known.length === 0}
          onClick={() => {
            onSay({ kind: "gaps", step: asked.step.id, gaps_mm: known });
            setTold(true);
          }}
        >
          Work it out
        </button>
      )}
      {enough && told && (
        <div className="space-y-3 pt-3" aria-live="polite">
          <p className="text-lg">
            Still needs <b>{write(enough.wanted_l, "l", units)}</b>, that is{" "}
            <b>{write(enough.wanted_bags, counts, units)}</b>. Unopened: {write(enough.closed_bags, counts, units)}.
          </p>
          {enough.wanted_bags > enough.closed_bags && (
            <p className="text-lg font-bold">
              It is short. Stop at a level that can wait, keep it damp, and fetch the rest now.
            </p>
          )}
          {enough.wanted_bags > 0 && (
            <button
              type="button"
              className="button button-now min-h-14 w-full"
              onClick={() => {
                onSay({
                  kind: "extra",
                  step: null,
                  bags: Math.min(enough.wanted_bags, enough.closed_bags || enough.wanted_bags),
                });
                onClose();
              }}
            >
              Mix {write(enough.wanted_bags, counts, units)} more
            </button>
          )}
        </div>
      )}
    </Modal>
  );
}
