import { useSuspenseQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useJobEditor } from "@/api/editing";
import { beginPiece, startsQuery } from "@/api/queries";
import { Modal } from "@/parts/Modal";
import { usePreferences } from "@/units/preferences";

interface Props {
  onChoose: (index: number) => void;
  onClose: () => void;
}

/** The pieces of a job: one more, begun in the words of the trade, or one taken out. */
export function Pieces({ onChoose, onClose }: Props) {
  const editor = useJobEditor();
  const { units } = usePreferences();
  const { pieces } = editor.kept.job;
  const { data: starts } = useSuspenseQuery(startsQuery);
  const [start, setStart] = useState(starts[0]?.id ?? "top");

  async function add() {
    const begun = starts.find((one) => one.id === start) ?? starts[0];
    if (!begun) return;
    const taken = new Set(pieces.map((piece) => piece.id));
    let id: string = begun.id;
    for (let number = 2; taken.has(id); number += 1) id = `${begun.id}-${number}`;
    const piece = await beginPiece(begun, id, begun.name, begun.usual[units] ?? {}, units);
    await editor.change((job) => ({ ...job, pieces: [...job.pieces, piece] }), `Added ${begun.name.toLowerCase()}`);
    onChoose(pieces.length);
    onClose();
  }

  return (
    <Modal open title="Pieces of this job" description="All pieces share one mix and one pour." onClose={onClose}>
      <ul className="mb-4 border-t-2 border-ink">
        {pieces.map((piece, index) => (
          <li key={piece.id} className="flex items-center gap-3 border-b border-line">
            <span className="figure w-10 text-right">{piece.count ?? 1} ×</span>
            <span className="flex-1 font-bold">{piece.name}</span>
            {pieces.length > 1 && (
              <button
                type="button"
                className="min-h-11 underline"
                onClick={() => {
                  onChoose(0);
                  void editor.change(
                    (job) => ({ ...job, pieces: job.pieces.toSpliced(index, 1) }),
                    `Removed ${piece.name}`.slice(0, 120),
                  );
                }}
              >
                Remove {piece.name}
              </button>
            )}
          </li>
        ))}
      </ul>
      <fieldset>
        <legend className="pb-1 font-bold">Add</legend>
        <div className="grid grid-cols-3 gap-2">
          {starts.map((one) => (
            <button
              key={one.id}
              type="button"
              aria-pressed={start === one.id}
              className={`button px-1 ${start === one.id ? "button-pressed" : ""}`}
              onClick={() => setStart(one.id)}
            >
              {one.name}
            </button>
          ))}
        </div>
      </fieldset>
      <button type="button" className="button button-now mt-4 w-full" onClick={() => void add()}>
        Add
      </button>
    </Modal>
  );
}
