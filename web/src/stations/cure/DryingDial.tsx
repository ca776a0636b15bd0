import type { Plan } from "@/api/client";
import { FigureLine } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";

const CARE = 0.5;
const ACT = 1;
const MOST = 1.5;

/** How fast the wet face dries at its worst, on a scale with the two limits that matter. */
export function DryingDial({ dries }: { dries: Plan["cure"]["dries"] }) {
  const { units } = usePreferences();
  const { value } = dries.most;
  const at = (one: number) => `${(Math.min(one, MOST) / MOST) * 100}%`;
  const tone = value >= ACT ? "bg-stop" : value >= CARE ? "bg-caution" : "bg-chalk";
  return (
    <div className="pb-2">
      <dl>
        <FigureLine label="Evaporation, highest" figure={dries.most} />
      </dl>
      <div className="relative mt-1 h-3 border border-ink bg-paper" aria-hidden>
        <div className={`h-full ${tone}`} style={{ width: at(value) }} />
        {[CARE, ACT].map((limit) => (
          <span key={limit} className="absolute -inset-y-1 w-0.5 bg-ink" style={{ left: at(limit) }} />
        ))}
      </div>
      <div className="relative h-6 text-soft">
        <span className="absolute -translate-x-1/2" style={{ left: at(CARE) }}>
          care
        </span>
        <span className="absolute -translate-x-1/2" style={{ left: at(ACT) }}>
          act
        </span>
      </div>
      <p className="text-soft">
        Until it is covered. Take care from {write(CARE, "kg/m2/h", units)}, act from {write(ACT, "kg/m2/h", units)}.
      </p>
    </div>
  );
}
