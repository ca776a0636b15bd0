import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
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
  const { data: known = [] } = useQuery(askedQuery(pourId));
  const [wanted, setWanted] = useState<readonly string[] | null>(null); // what is on its way there shows at once
  const asked = wanted ?? known;
  const turn = useRef(0);
  const ask = may("PUT /api/pours/{pour_id}/asked");
  const [problem, setProblem] = useState<string | null>(null);
  const shown = ask ? members : members.filter((one) => asked.includes(one.id));

  async function change(id: string, isAsked: boolean) {
    const key = askedQuery(pourId).queryKey;
    const now = isAsked ? [...asked, id] : asked.filter((one) => one !== id);
    turn.current += 1;
    const mine = turn.current;
    setWanted(now);
    try {
      const kept = await askPeople(pourId, now);
      await queries.cancelQueries({ queryKey: key }); // what is on its way was read before
      queries.setQueryData(key, kept);
      setProblem(null);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      setProblem(error.message);
      await queries.invalidateQueries({ queryKey: key });
    }
    if (mine === turn.current) setWanted(null);
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
