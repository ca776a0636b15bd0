import type { CastingNow, Finish } from "@/finish/useFinish";
import { shortName } from "./words";

interface Props {
  finish: Finish;
  shown: string;
  onChoose: (casting: string) => void;
}

/** The castings of the pour and where each stands: those of one piece are best worked step by step together. */
export function Castings({ finish, shown, onChoose }: Props) {
  const { castings } = finish;
  if (castings.length < 2) return null;
  return (
    <nav aria-label="Castings" className="flex gap-1 overflow-x-auto border-b border-line-strong px-2 py-1">
      {castings.map((one) => (
        <button
          key={one.id}
          type="button"
          aria-pressed={one.id === shown}
          className={`min-h-12 shrink-0 px-3 text-left ${one.id === shown ? "bg-ink text-paper" : ""}`}
          onClick={() => onChoose(one.id)}
        >
          <span className="figure text-lg">#{one.serial}</span> {stands(one)}
        </button>
      ))}
    </nav>
  );
}

function stands({ standing, face }: CastingNow): string {
  const step = face.steps.find((one) => one.id === standing.now);
  return step ? shortName(step) : "finished";
}
