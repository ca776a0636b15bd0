import { useState } from "react";
import { client, take } from "@/api/client";
import { type PourView, useSend } from "@/api/records";
import { Modal } from "@/parts/Modal";
import { usePreferences } from "@/units/preferences";
import { dateAndClock } from "@/units/time";

/** After the fact: all that should be done by now was done, at its planned hour. */
export function AsPlanned({ view }: { view: PourView }) {
  const { pour, plan } = view;
  const send = useSend();
  const { who } = usePreferences();
  const [asking, setAsking] = useState(false);
  const now = new Date().toISOString();
  const past = plan.cure.acts.filter((act) => !act.is_state && !act.done_at && act.at && act.at < now);
  if (past.length < 2) return null;
  return (
    <>
      <button type="button" className="button" onClick={() => setAsking(true)}>
        Everything done as planned
      </button>
      {asking && (
        <Modal
          open
          title="Done at the planned hours"
          description="If a task was late or skipped, close this and log that task on its own."
          onClose={() => setAsking(false)}
        >
          <ul className="mb-4 border-t-2 border-ink">
            {past.map((act) => (
              <li key={`${act.piece} ${act.id}`} className="flex justify-between gap-4 border-b border-line py-2">
                <span className="font-bold">{act.name}</span>
                <span>{act.at && dateAndClock(act.at, plan.cure.zone)}</span>
              </li>
            ))}
          </ul>
          <button
            type="button"
            className="button button-now w-full"
            onClick={async () => {
              const member_id = who || null;
              const acts = past.map((act) => ({ act: act.id, piece: act.piece, at: act.at, note: "", member_id }));
              await send(() =>
                take(
                  client.POST("/api/pours/{pour_id}/done", { params: { path: { pour_id: pour.id } }, body: { acts } }),
                ),
              );
              setAsking(false);
            }}
          >
            Log all
          </button>
        </Modal>
      )}
    </>
  );
}
