import { useEffect, useRef } from "react";
import type { FinishStepNow, SheetStep } from "@/finish/types";
import type { CastingNow } from "@/finish/useFinish";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { shortName } from "./words";

interface Props {
  casting: CastingNow;
  shown: string | null;
  onChoose: (step: string) => void;
}

/** All steps of a casting side by side, the grits as the ladder that they are; one tap shows another. */
export function StepRail({ casting, shown, onChoose }: Props) {
  const { units } = usePreferences();
  const { steps } = casting.face;
  const at = steps.findIndex((one) => one.id === casting.standing.now);
  const current = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (shown) current.current?.scrollIntoView({ block: "nearest", inline: "center" });
  }, [shown]);
  return (
    <nav aria-label="Steps" className="flex overflow-x-auto border-t border-rail-line">
      {steps.map((step, index) => {
        const now = casting.standing.steps[index];
        const isShown = step.id === shown;
        return (
          <button
            key={step.id}
            ref={isShown ? current : undefined}
            type="button"
            data-rail={step.id}
            aria-current={step.id === casting.standing.now ? "step" : undefined}
            aria-pressed={isShown}
            className={`min-w-[5.5rem] flex-1 shrink-0 px-3 py-2 text-left ${isShown ? "active bg-ground text-ink" : ""}`}
            onClick={() => onChoose(step.id)}
          >
            <span
              className={`figure block whitespace-nowrap ${step.kind === "grit" ? "text-3xl" : "text-xl leading-9"}`}
            >
              {shortName(step)}
            </span>
            <span className={`block whitespace-nowrap ${isShown ? "" : "text-rail-soft"}`}>
              {now && stands(step, now, index - at, index === steps.length - 1, (min) => write(min, "min", units))}
            </span>
          </button>
        );
      })}
    </nav>
  );
}

function stands(
  step: SheetStep,
  now: FinishStepNow,
  ahead: number,
  isLast: boolean,
  told: (minutes: number) => string,
): string {
  if (now.skipped) return "left out";
  if (now.status === "done") return now.late ? "✓ late" : "✓ done";
  if (now.status === "now") return step.minutes > 0 ? told(step.minutes) : "now";
  return ahead === 1 ? "next" : isLast ? "last" : step.minutes > 0 ? told(step.minutes) : "ahead";
}
