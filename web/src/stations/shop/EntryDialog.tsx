import { useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { type FieldProblem, Refused } from "@/api/client";
import { addEntry, type Draft, editEntry, type ShopList } from "@/api/shop";
import { Modal } from "@/parts/Modal";
import { usePreferences } from "@/units/preferences";
import { empty } from "./draft";
import { EntryFields } from "./EntryFields";

interface Props {
  list: ShopList;
  /** The entry that is edited; without one a new one is typed. */
  entry?: Draft;
  onClose: () => void;
}

/** One entry of a list: kept when all of it is typed, not before. */
export function EntryDialog({ list, entry, onClose }: Props) {
  const { units } = usePreferences();
  const queries = useQueryClient();
  const [draft, setDraft] = useState<Draft>(entry ?? empty(list.of));
  const [refused, setRefused] = useState<Refused | null>(null);
  const [saving, setSaving] = useState(false);

  async function save(event: FormEvent) {
    event.preventDefault();
    setSaving(true);
    try {
      await (entry ? editEntry(list.name, String(entry.id), draft, units) : addEntry(list.name, draft, units));
      await queries.invalidateQueries();
      onClose();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setRefused(error);
    } finally {
      setSaving(false);
    }
  }

  const problems: readonly FieldProblem[] = refused?.problems ?? [];
  return (
    <Modal
      open
      wide
      title={entry ? String(entry.name) : `Add ${list.one}`}
      description={`Type any unit: 80 lb, 0.6 ft³, 5 gal, 3/4″, 18 mm. A number alone is in the unit beside it; lengths are in ${units === "in" ? "inches" : "millimetres"}.`}
      onClose={onClose}
    >
      <form onSubmit={save} onKeyDown={(event) => event.stopPropagation()}>
        <EntryFields of={list.of} draft={draft} problems={problems} onChange={setDraft} />
        {refused && (
          <p role="alert" className="mt-4 border-l-4 border-stop pl-3">
            {problems.length > 1 ? `Not saved: ${problems.length} fields need a look.` : refused.message}
          </p>
        )}
        <div className="sticky bottom-[-1.25rem] mt-4 flex gap-3 border-t border-line bg-paper py-3">
          <button type="submit" className="button button-now flex-1" disabled={saving}>
            Save
          </button>
          <button type="button" className="button" onClick={onClose}>
            Cancel
          </button>
        </div>
      </form>
    </Modal>
  );
}
