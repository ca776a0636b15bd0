import { useEffect, useId, useState } from "react";
import type { Ground, PiecePlan } from "@/api/client";
import { Refused } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { FieldProblem, problemProps } from "@/parts/FieldProblem";
import { SeverityMark } from "@/parts/SeverityMark";
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
  const plot = useJobEditor().shown.job.ground.plots[piece.id];
  return (
    <section aria-label="Level readings">
      <h2 className="text-lg font-bold">Level readings</h2>
      <p className="mb-1 text-soft">Below {plot?.datum ?? "the peg"}: as planned, and as read on the boards.</p>
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
  const [text, setText] = useState(kept);
  const [problem, setProblem] = useState<string | null>(null);
  const id = useId();
  useEffect(() => {
    setText(kept);
    setProblem(null);
  }, [kept]);

  async function keep() {
    if (text.trim() === kept) return;
    const below = { typed: text.trim(), bare: units };
    const read = text.trim() ? [{ at: corner.name, below }] : [];
    try {
      await editor.change(
        (job) => {
          const others = job.ground.plots[piece.id]?.readings ?? [];
          return withField(job, at, [...others.filter((one) => one.at !== corner.name), ...read]);
        },
        text.trim() ? `Corner ${corner.name} read at ${text.trim()}` : `Corner ${corner.name} not read`,
      );
      setProblem(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.message);
    }
  }

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
        <input
          id={id}
          className="field w-24 text-right"
          value={text}
          placeholder="read"
          disabled={editor.readOnly}
          onChange={(event) => setText(event.target.value)}
          onBlur={() => void keep()}
          onKeyDown={(event) => {
            event.stopPropagation();
            if (event.key === "Enter") void keep();
            if (event.key === "Escape") setText(kept);
          }}
          {...problemProps(id, problem)}
        />
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
