import type { FinishStepNow, SheetStep } from "@/finish/types";

interface Props {
  step: SheetStep;
  now: FinishStepNow;
  onCheck: () => void;
}

/** What closes a grit: each condition with its count. */
export function Gate({ step, now, onCheck }: Props) {
  const { gate } = now;
  if (!gate) return null;
  const half = gate.wanted / 2;
  const made = Math.min(gate.across, half) + Math.min(gate.along, half);
  return (
    <section aria-label={`Before grit ${step.grit} is done`} className="border-t-2 border-ink">
      <h3 className="py-2 font-bold">Before grit {step.grit} is done</h3>
      <ul>
        {gate.marks > 0 && <Line name="High spots down" done={gate.flat} of={gate.marks} />}
        <Line name={`${gate.wanted} crossed passes`} done={made} of={gate.wanted} />
        <li className="flex min-h-14 items-center gap-3 border-t border-line">
          <Sign done={0} of={1} />
          <span className="min-w-0 flex-1">
            {now.after_grit ? `Scratches of ${now.after_grit} are gone` : "Ground alike all over"}
            {gate.seen_scratches && <span className="text-soft"> · some were left, so all passes again</span>}
          </span>
          {gate.open ? (
            <button type="button" className="min-h-11 font-semibold underline" onClick={onCheck}>
              Check
            </button>
          ) : (
            <span className="text-soft">then check</span>
          )}
        </li>
      </ul>
    </section>
  );
}

function Line({ name, done, of }: { name: string; done: number; of: number }) {
  return (
    <li className="flex min-h-14 items-center gap-3 border-t border-line">
      <Sign done={done} of={of} />
      <span className="min-w-0 flex-1">{name}</span>
      <span className="figure text-lg">
        {done} of {of}
      </span>
    </li>
  );
}

/** Not begun, on its way, done: by shape, and by colour. */
function Sign({ done, of }: { done: number; of: number }) {
  const [sign, colour] = done >= of ? ["✓", "text-fine"] : done > 0 ? ["◆", "text-caution"] : ["□", ""];
  return (
    <span aria-hidden="true" className={`w-6 text-center text-xl ${colour}`}>
      {sign}
    </span>
  );
}
