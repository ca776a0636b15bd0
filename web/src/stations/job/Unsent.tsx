import { useJobEditor } from "@/api/editing";

/** Says that the last change is not kept yet, and sends it again. */
export function Unsent() {
  const editor = useJobEditor();
  if (!editor.unsent) return null;
  return (
    <div role="alert" className="flex flex-wrap items-center gap-3 border-b-4 border-caution bg-paper px-5 py-3">
      <p className="flex-1">
        <strong>Not saved yet: {editor.unsent.what}.</strong> {editor.unsent.message}
      </p>
      <button type="button" className="button button-now" onClick={() => void editor.sendAgain()}>
        Try again
      </button>
    </div>
  );
}
