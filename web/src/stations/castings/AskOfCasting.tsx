import { client, take } from "@/api/client";
import type { CastingView, LogEntry, State } from "@/api/records";
import { Modal } from "@/parts/Modal";
import { NewEntry } from "../log/NewEntry";
import { EntryForm } from "../records/EntryForm";

/** What a casting's page asks before it writes something down. */
export type Asked = { state: State } | "back" | "entry" | { corrects: LogEntry };

export const BECOME: Partial<Record<State, string>> = {
  stripped: "It is stripped",
  turned: "It is turned",
  finished: "It is finished",
  "in use": "It is in use",
  failed: "It failed",
  archived: "Put it away",
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
        title={`#${casting.serial} is not ${casting.state}`}
        description="Both stay in its past."
        onClose={onClose}
      >
        <EntryForm
          label="Take it back"
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
          label={BECOME[asked.state] ?? "Keep it"}
          send={(entry) =>
            take(
              client.POST("/api/castings/{casting_id}/state", {
                params: { path: { casting_id: casting.id } },
                body: { ...entry, state: asked.state },
              }),
            )
          }
          onDone={onClose}
          note={asked.state === "failed" ? "What went wrong" : "Anything to note"}
        />
      </Modal>
    );
  return (
    <Modal open title={`#${casting.serial}: write down`} onClose={onClose}>
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
