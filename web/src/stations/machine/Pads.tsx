import type { FinishStepNow, SheetStep } from "@/finish/types";
import type { CastingNow } from "@/finish/useFinish";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";

interface Props {
  casting: CastingNow;
  step: SheetStep;
  now: FinishStepNow;
  onPad: () => void;
}

/** How many pads a grit has worn, and when the next is about due. */
export function Pads({ casting, step, now, onPad }: Props) {
  const { units } = usePreferences();
  // A pad's life is told in square metres that are worked with all passes.
  const worked = (casting.face.area_m2 * now.passes) / (step.passes || 1);
  const isDue = step.pad_m2 > 0 && worked / step.pad_m2 > now.pads + 1;
  return (
    <section aria-label="Pads" className="flex items-center gap-3 border-t border-line pt-2">
      <p className="min-w-0 flex-1">
        Pads worn at {step.grit}: <b className="figure">{now.pads}</b>
        <br />
        <span className={isDue ? "font-bold" : "text-soft"}>
          {isDue ? "Look at this one: by now it is worn. " : ""}One does about {write(step.pad_m2, "m2", units)}.
        </span>
      </p>
      <button type="button" className="button min-h-14" onClick={onPad}>
        Pad worn
      </button>
    </section>
  );
}
