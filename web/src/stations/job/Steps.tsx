import { useEffect, useState } from "react";
import { useJobEditor } from "@/api/editing";
import { isTyping } from "@/parts/typing";
import { History } from "./History";
import { Papers } from "./Papers";

/** Back and forward through what was done. */
export function Steps() {
  const editor = useJobEditor();
  const [history, setHistory] = useState(false);
  const { can_undo, can_redo, revision } = editor.kept;
  useEffect(() => {
    function key(event: KeyboardEvent) {
      if (!(event.ctrlKey || event.metaKey) || isTyping(event) || editor.readOnly) return;
      const letter = event.key.toLowerCase();
      const step = letter === "y" || (letter === "z" && event.shiftKey) ? "redo" : letter === "z" ? "undo" : null;
      if (!step || !(step === "undo" ? editor.kept.can_undo : editor.kept.can_redo)) return;
      event.preventDefault();
      void editor.step(step);
    }
    addEventListener("keydown", key);
    return () => removeEventListener("keydown", key);
  }, [editor]);
  return (
    <>
      {!editor.readOnly && (
        <div className="flex">
          <button
            type="button"
            className="button rounded-r-none px-3"
            disabled={!can_undo}
            onClick={() => void editor.step("undo")}
          >
            Undo
          </button>
          <button
            type="button"
            className="button -ml-px rounded-none px-3"
            disabled={!can_redo}
            onClick={() => void editor.step("redo")}
          >
            Redo
          </button>
          <button
            type="button"
            className="button -ml-px rounded-l-none px-3"
            aria-label={`History, revision ${revision}`}
            onClick={() => setHistory(true)}
          >
            <span data-revision={revision}>History {revision}</span>
          </button>
        </div>
      )}
      <Papers id={editor.kept.id} />
      {history && <History onClose={() => setHistory(false)} />}
    </>
  );
}
