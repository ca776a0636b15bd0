import { useQuery } from "@tanstack/react-query";
import { useJobEditor } from "@/api/editing";
import { historyQuery } from "@/api/queries";
import { useNames } from "@/api/records";
import { Modal } from "@/parts/Modal";

const WORDS: Record<string, string> = { undo: "Undo: ", redo: "Redo: " };

/** What was done to the job, newest first. */
export function History({ onClose }: { onClose: () => void }) {
  const editor = useJobEditor();
  const names = useNames();
  const { data, error } = useQuery(historyQuery(editor.kept.id, editor.kept.revision));
  return (
    <Modal open title="History" description="Every change is kept; nothing is ever lost." onClose={onClose}>
      {error && <p role="alert">{error.message}</p>}
      <ol className="divide-y divide-line">
        {data?.map((revision) => (
          <li key={revision.number} className="flex justify-between gap-4 py-2">
            <span>
              <span className="figure mr-3">№ {revision.number}</span>
              {WORDS[revision.action]}
              {revision.what}
              {revision.member_id && <span className="text-soft"> · {names.get(revision.member_id) ?? "left"}</span>}
            </span>
            <time className="whitespace-nowrap text-soft" dateTime={revision.created_at}>
              {new Date(revision.created_at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" })}
            </time>
          </li>
        ))}
      </ol>
    </Modal>
  );
}
