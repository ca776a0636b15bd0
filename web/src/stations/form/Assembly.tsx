import { useState } from "react";
import type { PiecePlan } from "@/api/client";
import { extentOfForm, frame } from "@/drawing/extent";
import { FormShapes } from "@/drawing/FormShapes";
import { Hatches } from "@/drawing/Hatches";
import { useSize } from "@/drawing/useSize";
import { useFill } from "@/parts/useFill";

const MARGINS = { left: 20, right: 20, top: 16, bottom: 16 };

/** The assembly step by step, drawn from the boards of this form: what stands is quiet, what is new is bright. */
export function Assembly({ planned, mirrored }: { planned: PiecePlan; mirrored: boolean }) {
  const [at, setAt] = useState(0);
  const fill = useFill();
  const { steps } = planned.form;
  const index = Math.min(at, steps.length - 1);
  const step = steps[index];
  if (!step) return null;
  return (
    <div className="flex h-full min-h-0 flex-col gap-3 p-5">
      <StepDrawing planned={planned} mirrored={mirrored} index={index} />
      <div className="flex items-start gap-4">
        <button type="button" className="button" disabled={index === 0} onClick={() => setAt(index - 1)}>
          Back
        </button>
        <div className="min-w-0 flex-1" aria-live="polite">
          <h2 className="text-xl font-bold">
            {step.number} of {steps.length}: {step.title}
          </h2>
          <p className="mt-1 max-w-prose text-lg">{fill(step.text)}</p>
          {step.care && <p className="mt-2 max-w-prose border-l-4 border-danger pl-3">{fill(step.care)}</p>}
        </div>
        <button
          type="button"
          className="button button-now"
          disabled={index === steps.length - 1}
          onClick={() => setAt(index + 1)}
        >
          Next
        </button>
      </div>
      <ol className="flex flex-wrap gap-2" aria-label="All steps">
        {steps.map((one, to) => (
          <li key={one.number}>
            <button
              type="button"
              className={`button min-w-11 px-2 ${to === index ? "button-pressed" : ""}`}
              aria-current={to === index ? "step" : undefined}
              aria-label={`Step ${one.number}, ${one.title}`}
              onClick={() => setAt(to)}
            >
              {one.number}
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}

function StepDrawing({ planned, mirrored, index }: { planned: PiecePlan; mirrored: boolean; index: number }) {
  const [area, size] = useSize<HTMLDivElement>();
  const { form } = planned;
  const placed = new Set(form.steps.slice(0, index + 1).flatMap((step) => step.adds));
  const now = new Set(form.steps[index]?.adds ?? []);
  const at = frame(extentOfForm(form), size, MARGINS, mirrored);
  return (
    <div ref={area} className="relative min-h-56 flex-1">
      {size.width > 0 && (
        <svg width={size.width} height={size.height} className="absolute inset-0" data-step={index + 1}>
          <title>{form.steps[index]?.title}</title>
          <Hatches />
          <FormShapes at={at} form={form} placed={placed} now={now} />
        </svg>
      )}
    </div>
  );
}
