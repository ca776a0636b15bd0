import { useArmed } from "@/day/useArmed";
import type { SheetStep } from "@/finish/types";

interface Props {
  step: SheetStep;
  /** The grit before; null where this is the first. */
  after: number | null;
  onAnswer: (gone: boolean) => void;
  onClose: () => void;
}

/** The look along the dry face with a lamp held low, which nothing but eyes can answer. */
export function ScratchCheck({ step, after, onAnswer, onClose }: Props) {
  const armed = useArmed(step.id);
  return (
    <main className="mx-auto flex min-h-dvh max-w-2xl flex-col gap-5 p-4">
      <div className="flex items-start justify-between gap-4">
        <h1 className="text-[1.75rem] leading-tight font-bold">
          {after ? `Are the scratches of ${after} gone?` : "Is it ground alike all over?"}
        </h1>
        <button type="button" className="button shrink-0" onClick={onClose}>
          Back
        </button>
      </div>
      <Lamp after={after} grit={step.grit ?? after ?? 100} />
      <p className="text-lg">
        Rinse it, wipe it dry, and hold a lamp low over the face, first from one side, then from another. Wet concrete
        hides every scratch.
      </p>
      <div className="grid gap-3">
        <button
          type="button"
          disabled={!armed}
          className="button button-now min-h-20 text-2xl"
          onClick={() => onAnswer(true)}
        >
          {after ? "All are gone" : "Alike all over"}
        </button>
        <button type="button" disabled={!armed} className="button min-h-16 text-lg" onClick={() => onAnswer(false)}>
          {after ? "Some are left: all passes again" : "Patches are left: all passes again"}
        </button>
      </div>
    </main>
  );
}

const WIDE = 150;
const HIGH = 110;

/** What the lamp shows: left as it must not be, right as it must; lines as far apart as the grits' grains. */
function Lamp({ after, grit }: { after: number | null; grit: number }) {
  const fine = Math.max(3, Math.min(9, 900 / grit));
  const coarse = Math.max(fine * 2.2, Math.min(26, 1600 / (after ?? 50)));
  return (
    <svg
      viewBox="0 0 360 190"
      role="img"
      aria-label={
        after
          ? `Left: scratches of ${after} between those of ${grit}. Right: none.`
          : "Left: a patch that the pad has not touched. Right: none."
      }
      className="w-full"
    >
      {[20, 190].map((x, index) => (
        <g key={x} transform={`translate(${x} 30)`}>
          <clipPath id={`lit-${index}`}>
            <rect width={WIDE} height={HIGH} />
          </clipPath>
          <rect width={WIDE} height={HIGH} fill="var(--concrete)" stroke="var(--ink)" strokeWidth="1.5" />
          <g clipPath={`url(#lit-${index})`}>
            <Lines every={fine} width={0.6} lean={0.4} />
            {index === 0 &&
              (after ? (
                <Lines every={coarse} width={2.2} lean={-0.7} />
              ) : (
                <ellipse
                  cx="86"
                  cy="58"
                  rx="34"
                  ry="20"
                  fill="var(--raised)"
                  stroke="var(--ink)"
                  strokeDasharray="4 3"
                />
              ))}
          </g>
          <path d={`M-16 ${HIGH + 4} l22 -14`} stroke="var(--caution)" strokeWidth="7" strokeLinecap="round" />
          <path
            d={`M8 ${HIGH - 14} L${WIDE - 30} 20 M8 ${HIGH - 10} L${WIDE - 6} 54 M8 ${HIGH - 6} L${WIDE - 2} 92`}
            stroke="var(--caution)"
            strokeWidth="1.5"
            strokeDasharray="6 5"
          />
          <text x={WIDE / 2} y={HIGH + 24} textAnchor="middle" className="fill-ink text-[15px] font-semibold">
            {index === 0 ? (after ? "some are left" : "a patch is left") : after ? "gone" : "alike"}
          </text>
        </g>
      ))}
    </svg>
  );
}

function Lines({ every, width, lean }: { every: number; width: number; lean: number }) {
  const count = Math.ceil((WIDE + 2 * HIGH) / every);
  const d = Array.from({ length: count }, (_, index) => {
    const x = index * every - HIGH;
    return `M${x} 0l${lean * HIGH} ${HIGH}`;
  }).join("");
  return <path d={d} stroke="var(--ink)" strokeWidth={width} fill="none" opacity={width > 1 ? 0.85 : 0.5} />;
}
