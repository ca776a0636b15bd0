import { useState } from "react";
import type { Piece } from "@/api/client";
import type { Editor } from "@/api/editor";
import { Modal } from "@/parts/Modal";
import { usePreferences } from "@/units/preferences";
import { STARTS, startPiece } from "../floor/starts";

interface Props {
  editor: Editor;
  onChoose: (index: number) => void;
  onClose: () => void;
}

/** The pieces of a job: one more, begun in the words of the trade, or one taken out. */
export function Pieces({ editor, onChoose, onClose }: Props) {
  const { units } = usePreferences();
  const { pieces } = editor.kept.job;
  const [start, setStart] = useState(STARTS[0]?.id ?? "top");

  function add() {
    const begun = STARTS.find((one) => one.id === start) ?? STARTS[0];
    if (!begun) return;
    const taken = new Set(pieces.map((piece) => piece.id));
    let id: string = begun.id;
    for (let number = 2; taken.has(id); number += 1) id = `${begun.id}-${number}`;
    const piece = startPiece(begun, id, begun.name, begun.sizes[units], units) as unknown as Piece;
    void editor
      .change((job) => ({ ...job, pieces: [...job.pieces, piece] }), `Added ${begun.name.toLowerCase()}`)
      .then(() => onChoose(pieces.length))
      .then(onClose);
  }

  return (
    <Modal open title="Pieces of this job" description="They share one mix and one pour." onClose={onClose}>
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
                    `Took out ${piece.name}`.slice(0, 120),
                  );
                }}
              >
                Take out {piece.name}
              </button>
            )}
          </li>
        ))}
      </ul>
      <fieldset>
        <legend className="pb-1 font-bold">One more</legend>
        <div className="grid grid-cols-3 gap-2">
          {STARTS.map((one) => (
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
      <button type="button" className="button button-now mt-4 w-full" onClick={add}>
        Add it
      </button>
    </Modal>
  );
}
