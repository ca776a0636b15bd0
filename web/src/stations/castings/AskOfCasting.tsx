import { client, take } from "@/api/client";
import type { CastingView, LogEntry, State } from "@/api/records";
import { Modal } from "@/parts/Modal";
import { NewEntry } from "../log/NewEntry";
import { EntryForm } from "../records/EntryForm";

/** What a casting's page asks before it writes something down. */
export type Asked = { state: State } | "back" | "entry" | { corrects: LogEntry };

export const BECOME: Partial<Record<State, string>> = {
  stripped: "Mark stripped",
  turned: "Mark turned",
  finished: "Mark finished",
  "in use": "Mark in use",
  failed: "Mark failed",
  archived: "Archive",
};

interface Props {
  view: CastingView;
  acts: Map<string, string>;
  asked: Asked;
  onClose: () => void;
}

/** The panel that asks for it. */
export function AskOfCasting({ view, acts, asked, onClose }: Props) {
  const { casting, piece, plan } = view;
  if (asked === "back")
    return (
      <Modal
        open
        title={`Undo “${casting.state}” for #${casting.serial}?`}
        description="Both entries stay in the history."
        onClose={onClose}
      >
        <EntryForm
          label="Undo"
          send={(entry) =>
            take(
              client.POST("/api/castings/{casting_id}/take-back", {
                params: { path: { casting_id: casting.id } },
                body: entry,
              }),
            )
          }
          onDone={onClose}
          when={false}
          note="What was wrong with the entry"
        />
      </Modal>
    );
  if (asked !== "entry" && "state" in asked)
    return (
      <Modal open title={`#${casting.serial}: ${BECOME[asked.state]}`} onClose={onClose}>
        <EntryForm
          label={BECOME[asked.state] ?? "Save"}
          send={(entry) =>
            take(
              client.POST("/api/castings/{casting_id}/state", {
                params: { path: { casting_id: casting.id } },
                body: { ...entry, state: asked.state },
              }),
            )
          }
          onDone={onClose}
          note={asked.state === "failed" ? "What went wrong" : "Note (optional)"}
        />
      </Modal>
    );
  return (
    <Modal open title={`#${casting.serial}: log`} onClose={onClose}>
      <NewEntry
        jobId={casting.job_id}
        pieces={[piece]}
        plans={[plan]}
        acts={acts}
        pourId={casting.pour_id}
        castingId={casting.id}
        corrects={asked === "entry" ? null : asked.corrects}
        onDone={onClose}
      />
    </Modal>
  );
}
