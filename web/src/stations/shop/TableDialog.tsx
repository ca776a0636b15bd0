import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Refused } from "@/api/client";
import { readTable, type ShopList, type TableRead } from "@/api/shop";
import { Modal } from "@/parts/Modal";
import { usePreferences } from "@/units/preferences";

/** Reads a table into a list: first it is said what it would do, then it is done, or nothing is. */
export function TableDialog({ list, onClose }: { list: ShopList; onClose: () => void }) {
  const { units } = usePreferences();
  const queries = useQueryClient();
  const [table, setTable] = useState("");
  const [found, setFound] = useState<TableRead | null>(null);
  const [refused, setRefused] = useState<Refused | null>(null);

  async function read(text: string, keep: boolean) {
    try {
      setFound(await readTable(list.name, text, units, keep));
      setRefused(null);
      if (!keep) return;
      await queries.invalidateQueries();
      onClose();
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setFound(null);
      setRefused(error);
    }
  }

  return (
    <Modal
      open
      title={`Import: ${list.title.toLowerCase()}`}
      description="A CSV with a line of headings, as Export writes it; columns may be missing. A line with the name of an entry changes it, others are added."
      onClose={onClose}
    >
      <label className="block font-semibold">
        File
        <input
          type="file"
          accept=".csv,text/csv,text/plain"
          className="field py-2 font-normal"
          onChange={async (event) => {
            const text = await event.target.files?.[0]?.text();
            if (text === undefined) return;
            setTable(text);
            await read(text, false);
          }}
        />
      </label>
      {refused && (
        <div role="alert" className="mt-4 border-l-4 border-stop pl-3">
          <p className="font-bold">Nothing was imported.</p>
          <ul>
            {(refused.problems.length > 0
              ? refused.problems
              : [{ field: "", problem: refused.message, remedy: "" }]
            ).map(({ field, problem, remedy }) => (
              <li key={`${field} ${problem}`}>
                {line(field)}
                {problem} {remedy}
              </li>
            ))}
          </ul>
        </div>
      )}
      {found && (
        <div className="mt-4">
          <p>{counted(found)}</p>
          {found.added.length > 0 && <p>New: {found.added.join(", ")}</p>}
          {found.changed.length > 0 && <p>Changed: {found.changed.join(", ")}</p>}
        </div>
      )}
      <div className="mt-4 flex gap-3">
        <button
          type="button"
          className="button button-now flex-1"
          disabled={!found || found.added.length + found.changed.length === 0}
          onClick={() => void read(table, true)}
        >
          Import
        </button>
        <button type="button" className="button" onClick={onClose}>
          Cancel
        </button>
      </div>
    </Modal>
  );
}

function line(field: string): string {
  const number = /^\/line (\d+)/.exec(field)?.[1];
  return number ? `Line ${number}: ` : "";
}

function counted({ added, changed, same }: TableRead): string {
  if (added.length + changed.length === 0) return "Nothing in it is new.";
  return `${added.length} new, ${changed.length} changed, ${same} as they are.`;
}
