import { usePreferences } from "@/units/preferences";
import type { AtMachine } from "./useAtMachine";
import { MARKS, markText } from "./words";

/** The marks on the face in a list, and another by measure: what a tap on the face does, by keyboard. */
export function Marks({ work }: { work: AtMachine }) {
  const { units } = usePreferences();
  const { face, marks, tool } = work;
  const middle = { x_mm: face.length_mm / 2, y_mm: face.width_mm / 2 };
  return (
    <section aria-label="Marks" className="border-t border-line pt-2">
      <h3 className="font-bold">Marks on the face</h3>
      <ul>
        {marks.map((mark, index) => (
          <li key={mark.id} className="flex min-h-14 items-center gap-3 border-b border-line">
            <span aria-hidden="true" className={`w-6 text-center ${mark.flat ? "text-fine" : "text-caution"}`}>
              {mark.flat ? "✓" : MARKS[mark.mark].sign}
            </span>
            <span className="min-w-0 flex-1">
              {MARKS[mark.mark].name} {index + 1} {markText(mark, units)}
            </span>
            <button
              type="button"
              className="min-h-11 font-semibold underline"
              aria-label={`Measure ${MARKS[mark.mark].name.toLowerCase()} ${index + 1}`}
              onClick={() => work.ask({ kind: "mark", mark })}
            >
              Measure
            </button>
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="min-h-11 underline"
        onClick={() => work.ask({ kind: "mark", mark: { mark: tool, ...middle } })}
      >
        Add a {MARKS[tool].name.toLowerCase()} by measure
      </button>
    </section>
  );
}
