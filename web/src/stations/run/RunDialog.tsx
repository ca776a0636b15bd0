import { useState } from "react";
import { Stepper } from "@/day/Stepper";
import { Telling } from "@/day/Telling";
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
  if (asked.kind === "gaps") return <Gaps {...props} />;
  const { kind, step } = asked;
  return (
    <Telling
      kind={kind}
      title={of.title}
      onTell={(text, photo) => of.onSay({ kind, step: step.id, text }, photo)}
      onClose={of.onClose}
    />
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
        <Stepper
          key={place}
          label={`Gap at ${place}`}
          at={`at ${place}`}
          value={writeLength(gaps[at] ?? 0, units, "tape")}
          onLess={() => keep(at, Math.max(0, (gaps[at] ?? 0) - STEP_MM[units]))}
          onMore={() => keep(at, (gaps[at] ?? 0) + STEP_MM[units])}
        />
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
