import type { Ground, PiecePlan } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { FieldProblem } from "@/parts/FieldProblem";
import { SeverityMark } from "@/parts/SeverityMark";
import { useTyped } from "@/parts/useTyped";
import { FigureButton } from "@/parts/Why";
import { editable } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";

interface Props {
  piece: PiecePlan;
  ground: Ground;
}

/** How high each corner of the boards belongs, and what the level read there. */
export function Readings({ piece, ground }: Props) {
  return (
    <section aria-label="Level readings">
      <h2 className="text-lg font-bold">Level readings</h2>
      <p className="mb-1 text-soft">Below {ground.datum}: as planned, and as read on the boards.</p>
      <ul className="border-t border-line">
        {ground.corners.map((corner) => (
          <ReadingRow key={corner.name} piece={piece} corner={corner} />
        ))}
      </ul>
    </section>
  );
}

function ReadingRow({ piece, corner }: { piece: PiecePlan; corner: Ground["corners"][number] }) {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const at = `/ground/plots/${piece.id}/readings`;
  const readings = editor.shown.job.ground.plots[piece.id]?.readings ?? [];
  const last = readings.findLast((one) => one.at === corner.name)?.below;
  const kept = last ? editable(last, units) : "";
  const { id, input, problem } = useTyped(kept, (text) => {
    const read = text ? [{ at: corner.name, below: { typed: text, bare: units } }] : [];
    return editor.change(
      (job) => {
        const others = job.ground.plots[piece.id]?.readings ?? [];
        return withField(job, at, [...others.filter((one) => one.at !== corner.name), ...read]);
      },
      text ? `Corner ${corner.name} read at ${text}` : `Corner ${corner.name} not read`,
    );
  });
  return (
    <li className="border-b border-line py-1" data-corner={corner.name}>
      <div className="flex min-h-11 items-center gap-3">
        <b className="w-7">{corner.name}</b>
        <span className="min-w-0 flex-1 text-right">
          <FigureButton figure={corner.below} />
        </span>
        <label htmlFor={id} className="sr-only">
          Corner {corner.name}, as read
        </label>
        <input {...input} className="field w-24 text-right" placeholder="read" disabled={editor.readOnly} />
        <span className="w-5">
          {corner.raise_mm !== null && <SeverityMark severity={corner.off ? "caution" : undefined} />}
        </span>
      </div>
      {corner.off && corner.raise_mm !== null && (
        <p className="text-right font-bold">
          {corner.raise_mm > 0 ? "raise" : "lower"} it {write(Math.abs(corner.raise_mm), "tape", units)}
        </p>
      )}
      <FieldProblem id={id} problem={problem} />
    </li>
  );
}
