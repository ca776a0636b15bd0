import type { PiecePlan } from "@/api/client";
import { FigureButton } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { writeRange } from "@/units/quantity";

/** What each team carries, against what the piece weighs. */
export function TeamScale({ piece }: { piece: PiecePlan }) {
  const { units } = usePreferences();
  const { mass, teams, at_most: most, people_there, by_hand, people_needed } = piece.handling;
  const [low, high] = [mass.low ?? mass.value, mass.high ?? mass.value];
  const end = Math.max(high, ...most.map((team) => team.value)) * 1.12;
  const at = (kg: number) => `${(kg / end) * 100}%`;
  return (
    <section aria-label={`${piece.name}, who can lift it`}>
      <h2 className="text-lg font-bold">
        {piece.name}: {writeRange(low, high, "kg", units)},{" "}
        {by_hand ? `${people_needed.value} to carry it` : "on a cart, by a hoist, or in parts"}
      </h2>
      <div className="relative mt-3">
        {most.map((team, index) => {
          const enough = team.value >= mass.value;
          const there = Math.min(people_there, 4) === index + 1;
          return (
            <div key={team.key} className="grid grid-cols-[5.5rem_1fr_5rem] items-center gap-3 py-1.5">
              <span className={there ? "font-bold" : ""}>
                {index + 1} {index === 0 ? "person" : "people"}
              </span>
              <span className="relative block h-8">
                <span
                  className="absolute inset-y-0 left-0 border-2"
                  style={{
                    width: at(team.value),
                    borderColor: there ? "var(--ink)" : "var(--line-strong)",
                    background: enough
                      ? "var(--foam)"
                      : "repeating-linear-gradient(-45deg, var(--line) 0 3px, transparent 3px 8px)",
                  }}
                />
                <span
                  className="absolute inset-y-0 border-r-2 border-ink border-dashed"
                  style={{ width: at(teams[index]?.value ?? 0) }}
                />
                <span
                  className="absolute inset-y-[-6px] border-x-2 border-ink bg-ink/25"
                  style={{ left: at(low), width: `max(4px, ${at(high - low)})` }}
                />
              </span>
              <span className="text-right">
                <FigureButton figure={team} />
              </span>
            </div>
          );
        })}
      </div>
      <p className="text-soft">
        The band is the weight of the piece. Teams whose bar passes it can lift it; the dashed line is their guideline.
      </p>
    </section>
  );
}
