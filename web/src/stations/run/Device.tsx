import { Link } from "@tanstack/react-router";
import type { Run } from "@/run/useRun";
import { usePreferences } from "@/units/preferences";
import { useBench } from "./useBench";
import { canSpeak, speak } from "./useDay";

const PAPER = { mm: "a4", in: "letter" };

interface Props {
  run: Run;
  signals: { sound: boolean; setSound: (on: boolean) => void };
  /** What is read aloud. */
  text: string | null;
}

/** Sound, reading aloud, paper, and what the timer light shows. */
export function Device({ run, signals, text }: Props) {
  const { units } = usePreferences();
  const { light } = useBench(run);
  const { pour_id } = run.view;
  return (
    <details className="mx-4 border-t border-line">
      <summary className="flex min-h-11 items-center underline">This device</summary>
      {light && !run.practice && <p className="pb-2">Timer light: {light}</p>}
      <div className="flex flex-wrap gap-2 pb-3">
        <button
          type="button"
          className="button"
          aria-pressed={signals.sound}
          onClick={() => signals.setSound(!signals.sound)}
        >
          Sound: {signals.sound ? "on" : "off"}
        </button>
        {canSpeak && text && (
          <button type="button" className="button" onClick={() => speak(text)}>
            Read aloud
          </button>
        )}
        <a className="button" href={`/api/pours/${pour_id}/run/sheet?units=${units}&paper=${PAPER[units]}`}>
          On paper
        </a>
        <Link to="/pours/$pourId" params={{ pourId: pour_id }} className="button">
          To the pour
        </Link>
      </div>
    </details>
  );
}
