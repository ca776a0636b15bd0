import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { membersQuery } from "@/api/records";
import { Modal } from "@/parts/Modal";
import { usePreferences } from "@/units/preferences";

/** The people of the shop, by name or role: who is at this screen stands beside what is entered on it. */
export function People({ onClose }: { onClose: () => void }) {
  const { data: members = [] } = useQuery(membersQuery);
  const preferences = usePreferences();
  return (
    <Modal
      open
      title="People"
      description="Whoever is at this screen reads in their own units, and their entries carry their name."
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
          </li>
        ))}
      </ul>
      <Link to="/shop/$part" params={{ part: "people" }} className="button w-full" onClick={onClose}>
        Add or edit people
      </Link>
    </Modal>
  );
}
