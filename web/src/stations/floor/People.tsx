import { useQuery } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { client, Refused, take } from "@/api/client";
import { membersQuery, useSend } from "@/api/records";
import { Choice } from "@/parts/Choice";
import { FieldProblem } from "@/parts/FieldProblem";
import { Modal } from "@/parts/Modal";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { EntryText } from "../records/EntryForm";

const UNITS: readonly { value: Units; text: string }[] = [
  { value: "mm", text: "mm" },
  { value: "in", text: "inches" },
];

/** The people of the shop, by name or role: who may stand beside an entry. */
export function People({ onClose }: { onClose: () => void }) {
  const { data: members = [] } = useQuery(membersQuery);
  const preferences = usePreferences();
  const send = useSend();
  const [name, setName] = useState("");
  const [units, setUnits] = useState<Units>(preferences.units);
  const [refused, setRefused] = useState<string | null>(null);

  async function keep(work: () => Promise<unknown>) {
    try {
      await send(work);
      setName("");
      setRefused(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setRefused(error.message);
    }
  }

  function add(event: FormEvent) {
    event.preventDefault();
    void keep(() => take(client.POST("/api/members", { body: { name: name.trim(), units } })));
  }

  return (
    <Modal
      open
      title="People"
      description="A name or a role is enough. Whoever is at this screen reads in their own units, and their entries carry their name."
      onClose={onClose}
    >
      <ul className="mb-5 border-t-2 border-ink">
        {members.map((member) => (
          <li key={member.id} className="flex items-center gap-4 border-b border-line py-1">
            <span className="flex-1 font-bold">{member.name}</span>
            <span className="text-soft">{member.units === "in" ? "inches" : "mm"}</span>
            <button
              aria-label={`At this screen: ${member.name}`}
              aria-pressed={preferences.who === member.id}
              type="button"
              className="button px-3"
              onClick={() => {
                preferences.setWho(preferences.who === member.id ? "" : member.id);
                if (preferences.who !== member.id) preferences.setUnits(member.units);
              }}
            >
              {preferences.who === member.id ? "Selected" : "This is me"}
            </button>
            <button
              aria-label={`Remove: ${member.name}`}
              type="button"
              className="min-h-11 underline"
              onClick={() =>
                void keep(() =>
                  take(client.POST("/api/members/{member_id}/archive", { params: { path: { member_id: member.id } } })),
                )
              }
            >
              Remove
            </button>
          </li>
        ))}
      </ul>
      <form className="space-y-3" onSubmit={add} onKeyDown={(event) => event.stopPropagation()}>
        <EntryText label="Name or role" value={name} onChange={setName} />
        <Choice label="Units" value={units} choices={UNITS} onChoose={setUnits} />
        <FieldProblem problem={refused} />
        <button type="submit" className="button button-now w-full">
          Add
        </button>
      </form>
    </Modal>
  );
}
