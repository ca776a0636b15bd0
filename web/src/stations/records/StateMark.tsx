import type { State } from "@/api/records";

/** How far along its life a state is, in fifths; what failed or is over has none. */
const FILLED: Record<State, number | null> = {
  planned: 0,
  poured: 1,
  stripped: 2,
  turned: 3,
  finished: 4,
  "in use": 5,
  failed: null,
  archived: null,
};

export function isState(value: string): value is State {
  return value in FILLED;
}

/** A casting's state: its word, and how far along it is as a row of blocks filled. */
export function StateMark({ state }: { state: State }) {
  const filled = FILLED[state];
  return (
    <span className="inline-flex items-center gap-2 whitespace-nowrap">
      <svg viewBox="0 0 44 12" className="h-3 w-11 shrink-0" aria-hidden="true">
        {filled === null ? (
          <path
            d="M2 6H42"
            stroke="var(--line-strong)"
            strokeWidth="2"
            strokeDasharray={state === "failed" ? "4 4" : ""}
          />
        ) : (
          [0, 1, 2, 3, 4].map((block) => (
            <rect
              key={block}
              x={block * 9 + 0.75}
              y="1.75"
              width="6.5"
              height="8.5"
              fill={block < filled ? "var(--ink)" : "none"}
              stroke="var(--ink)"
              strokeWidth="1.25"
            />
          ))
        )}
      </svg>
      <span className={state === "failed" ? "font-bold text-stop" : "font-semibold"}>{state}</span>
    </span>
  );
}
