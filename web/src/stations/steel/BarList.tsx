import type { Job, PiecePlan } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { Select } from "@/parts/Choice";
import { LengthField } from "@/parts/LengthField";
import { FigureButton } from "@/parts/Why";
import { isLevel, OWN, placeOf, withBar } from "./useBars";

const SIDES = ["front", "back", "left", "right"] as const;

/** Every bar beside the drawing: moved, removed, put back and put in by typing. */
export function BarList({ job, planned }: { job: Job; planned: PiecePlan }) {
  const editor = useJobEditor();
  const { steel, measure, id: piece } = planned;
  const mine = (job.steel?.by_hand ?? []).filter((one) => one.piece === piece);
  const out = mine.filter((one) => !one.offset);
  const bars = steel.bars.filter((bar) => !bar.of_grid || bar.by_hand !== null);
  if (!steel.stack && mine.length === 0) return null;
  const own = (number: number): string => {
    const name = `${OWN}${number}`;
    return mine.some((one) => one.bar === name) ? own(number + 1) : name;
  };
  const change = (bar: string, entry: Parameters<typeof withBar>[3], what: string) =>
    editor.change((now) => withBar(now, piece, bar, entry), what.slice(0, 120));
  /** How far a bar is from a side; one turned the other way goes to the middle. */
  const from = (bar: PiecePlan["steel"]["bars"][number], side: (typeof SIDES)[number]): number => {
    const level = side === "front" || side === "back";
    const run = level ? measure.width_mm : measure.length_mm;
    if (level !== isLevel(bar)) return Math.round(run / 2);
    return side === "front" || side === "left" ? placeOf(bar) : run - placeOf(bar);
  };
  return (
    <section aria-label="Bars">
      <h2 className="mb-1 text-lg font-bold">Edit bars</h2>
      <ul>
        {bars.map((bar) => {
          const entry = mine.find((one) => one.bar === bar.key);
          const side = entry?.offset ? entry.side : isLevel(bar) ? "front" : "left";
          const mm = from(bar, side);
          const choices = bar.key.startsWith(OWN)
            ? SIDES
            : isLevel(bar)
              ? (["front", "back"] as const)
              : (["left", "right"] as const);
          return (
            <li key={bar.key}>
              <section aria-label={`Bar ${bar.why}`} className="border-b border-line py-2">
                <p className="flex items-baseline justify-between gap-3">
                  <span className="font-bold">{bar.why}</span>
                  <FigureButton figure={bar.length} />
                </p>
                {bar.moves && (
                  <>
                    <Select
                      label="From"
                      value={side}
                      choices={choices.map((value) => ({ value, text: `the ${value}` }))}
                      onChoose={(to) =>
                        void change(bar.key, { side: to, offset: { mm: from(bar, to) } }, `Bar from the ${to}`)
                      }
                    />
                    <LengthField
                      label="Centre line at"
                      length={{ mm, typed: entry?.offset?.typed ?? null }}
                      onKeep={(typed) =>
                        change(bar.key, { side, offset: typed }, `Bar ${typed.typed} from the ${side}`)
                      }
                    />
                  </>
                )}
                <p className="flex flex-wrap gap-4">
                  <button
                    type="button"
                    className="min-h-11 underline"
                    onClick={() =>
                      void change(
                        bar.key,
                        bar.key.startsWith(OWN) ? null : { offset: null },
                        `Removed the bar ${bar.why}`,
                      )
                    }
                  >
                    Remove
                  </button>
                  {entry?.offset && !bar.key.startsWith(OWN) && (
                    <button
                      type="button"
                      className="min-h-11 underline"
                      onClick={() => void change(bar.key, null, `Reset the bar ${bar.why}`)}
                    >
                      Reset position
                    </button>
                  )}
                </p>
              </section>
            </li>
          );
        })}
        {out.map((one) => (
          <li key={one.bar} className="flex items-center justify-between gap-3 border-b border-line">
            <span className="text-soft">{one.bar.replace(".", ", ")}, removed</span>
            <button
              type="button"
              className="min-h-11 underline"
              onClick={() => void change(one.bar, null, "Bar restored")}
            >
              Restore
            </button>
          </li>
        ))}
      </ul>
      <div className="mt-2 flex flex-wrap gap-2">
        {(["front", "left"] as const).map((side) => (
          <button
            key={side}
            type="button"
            className="button"
            onClick={() => {
              const run = side === "front" ? measure.width_mm : measure.length_mm;
              void change(own(1), { side, offset: { mm: Math.round(run / 2) } }, "Added a bar");
            }}
          >
            {side === "front" ? "Add a bar lengthwise" : "Add a bar crosswise"}
          </button>
        ))}
      </div>
    </section>
  );
}
