import { useJobEditor } from "@/api/editing";
import { Modal } from "@/parts/Modal";

/** What would be undone was done by somebody else: it is said, and undone only where that is meant. */
export function OthersChange() {
  const editor = useJobEditor();
  if (!editor.others) return null;
  return (
    <Modal open title="Somebody else’s change" onClose={editor.leaveOthers}>
      <p className="mb-4">{editor.others}</p>
      <div className="flex gap-3">
        <button type="button" className="button flex-1" onClick={editor.leaveOthers}>
          Leave it
        </button>
        <button type="button" className="button flex-1" onClick={() => void editor.step("undo", true)}>
          Undo it for all that
        </button>
      </div>
    </Modal>
  );
}
