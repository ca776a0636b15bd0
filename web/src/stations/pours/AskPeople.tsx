import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Refused } from "@/api/client";
import { useMay } from "@/api/me";
import { askedQuery, askPeople, membersQuery } from "@/api/records";
import { FieldProblem } from "@/parts/FieldProblem";
import { Part } from "./Part";

/** Who is asked to help with a pour. */
export function AskPeople({ pourId }: { pourId: string }) {
  const may = useMay();
  const queries = useQueryClient();
  const { data: members = [] } = useQuery(membersQuery);
  const { data: asked = [] } = useQuery(askedQuery(pourId));
  const ask = may("PUT /api/pours/{pour_id}/asked");
  const [problem, setProblem] = useState<string | null>(null);
  const shown = ask ? members : members.filter((one) => asked.includes(one.id));

  async function change(id: string, wanted: boolean) {
    const key = askedQuery(pourId).queryKey;
    const before = queries.getQueryData(key) ?? [];
    const now = wanted ? [...before, id] : before.filter((one) => one !== id);
    queries.setQueryData(key, now); // at once: a tap that shows nothing is made again
    try {
      queries.setQueryData(key, await askPeople(pourId, now));
      setProblem(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.message);
      await queries.invalidateQueries({ queryKey: key });
    }
  }

  return (
    <Part title="People asked">
      {shown.length === 0 ? (
        <p className="border-t-2 border-ink py-3">Nobody yet.</p>
      ) : (
        <ul className="border-t-2 border-ink">
          {shown.map((member) => (
            <li key={member.id} className="border-b border-line">
              <label className="flex min-h-11 items-center gap-3">
                <input
                  type="checkbox"
                  className="size-5"
                  disabled={!ask}
                  checked={asked.includes(member.id)}
                  onChange={(event) => void change(member.id, event.target.checked)}
                />
                {member.name}
              </label>
            </li>
          ))}
        </ul>
      )}
      <FieldProblem problem={problem} />
      {ask && <p className="mt-1 text-soft">Helpers see the pours that they are asked to.</p>}
    </Part>
  );
}
