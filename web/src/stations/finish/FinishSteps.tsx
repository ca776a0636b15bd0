import type { PiecePlan, Plan } from "@/api/client";
import { useFill } from "@/parts/useFill";
import { FigureButton } from "@/parts/Why";
import { writeHours } from "@/units/quantity";
import { dateAndClock } from "@/units/time";

type Act = Plan["cure"]["acts"][number];
type Task = PiecePlan["finish"]["tasks"][number];

interface Props {
  piece: PiecePlan;
  acts: Act[];
  zone: string;
  at: number;
  onChoose: (at: number) => void;
}

/** What is done to one casting, in order: how, for how long, and from when on; the one that is chosen is drawn. */
export function FinishSteps({ piece, acts, zone, at, onChoose }: Props) {
  const fill = useFill();
  const { tasks } = piece.finish;
  if (tasks.length === 0) return <p>Nothing is done to it: it is used as it comes out of the form.</p>;
  const whens = whensOf(tasks, acts);
  return (
    <section aria-label="Steps">
      <h2 className="mb-1 text-lg font-bold">Steps for each casting</h2>
      <ol className="border-t-2 border-ink">
        {tasks.map((task, index) => {
          const when = whens[index];
          return (
            <li
              key={task.name}
              data-step={task.kind}
              className={`border-b border-line py-2 ${index === at ? "border-l-8 border-l-chalk pl-3" : "border-l-8 border-l-transparent pl-3"}`}
            >
              <div className="flex min-h-11 flex-wrap items-center justify-between gap-x-4">
                <button
                  type="button"
                  aria-pressed={index === at}
                  className="min-h-11 text-left font-bold underline decoration-dotted underline-offset-4"
                  onClick={() => onChoose(index)}
                >
                  {index + 1}. {task.name}
                </button>
                {task.minutes && <FigureButton figure={task.minutes} />}
              </div>
              <p className="text-soft">{fill(task.how)}</p>
              {when && (
                <p className="figure">
                  {when.at ? `from ${dateAndClock(when.at, zone)}` : `from ${writeHours(when.due_h)} after the pour`}
                </p>
              )}
              {index === at && task.care && <p className="mt-1 border-l-4 border-danger pl-2">{fill(task.care)}</p>}
            </li>
          );
        })}
      </ol>
    </section>
  );
}

/** From when on each step may be done; a step without an hour of its own follows the one before it. */
function whensOf(tasks: readonly Task[], acts: readonly Act[]): (Act | undefined)[] {
  const seen = new Set<string>();
  let slurried = 0;
  let coats = 0;
  return tasks.map(({ kind }) => {
    if (kind === "slurry") slurried += 1;
    if (kind === "coat") coats += 1;
    const id =
      kind === "slurry"
        ? `slurry-${slurried}`
        : kind === "coat"
          ? coats === 1
            ? "seal"
            : `coat-${coats}`
          : kind === "open"
            ? (acts.find((act) => act.id === "sponge" || act.id === "wash")?.id ?? "")
            : kind === "grind" || kind === "rout"
              ? slurried
                ? "hone"
                : "grind"
              : "";
    if (!id || seen.has(id)) return undefined;
    seen.add(id);
    return acts.find((act) => act.id === id);
  });
}
