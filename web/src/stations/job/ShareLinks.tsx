import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { endLink, linksQuery, makeLink } from "@/api/accounts";
import { useNames } from "@/api/records";
import { Choice } from "@/parts/Choice";
import { CopyOnce } from "@/parts/CopyOnce";
import { Modal } from "@/parts/Modal";
import { useMoment } from "@/parts/useMoment";
import { useSubmit } from "@/parts/useSubmit";

const SHOWS = [
  { value: "plan", text: "the plan" },
  { value: "pack", text: "plan and papers" },
] as const;
const LASTS = [
  { value: "3", text: "3 days" },
  { value: "14", text: "2 weeks" },
  { value: "60", text: "2 months" },
] as const;

/** Links that show this job to whoever has them. */
export function ShareLinks({ id, onClose }: { id: string; onClose: () => void }) {
  const queries = useQueryClient();
  const { data: links = [] } = useQuery(linksQuery(id));
  const names = useNames();
  const [what, setWhat] = useState<(typeof SHOWS)[number]["value"]>("plan");
  const [days, setDays] = useState<(typeof LASTS)[number]["value"]>("14");
  const [address, setAddress] = useState<string | null>(null);
  const renew = () => queries.invalidateQueries({ queryKey: linksQuery(id).queryKey });
  const { refused, submit } = useSubmit(
    async () => {
      setAddress((await makeLink(id, { what, days: Number(days) })).address);
      await renew();
    },
    () => undefined,
  );
  const { day } = useMoment();
  return (
    <Modal
      open
      title="Links to this job"
      description="Whoever has a link reads this one job, without prices and without signing in, until it ends."
      onClose={onClose}
    >
      <form className="space-y-3" onSubmit={submit}>
        <div className="flex flex-wrap items-center gap-x-4 gap-y-2">
          <Choice label="What the link shows" value={what} choices={SHOWS} onChoose={setWhat} />
          <Choice label="How long it holds" value={days} choices={LASTS} onChoose={setDays} />
        </div>
        {refused && <p role="alert">{refused}</p>}
        <button type="submit" className="button button-now w-full">
          Make a link
        </button>
      </form>
      {address && (
        <CopyOnce key={address} address={address} what="link">
          Copy the link now: it is shown this once.
        </CopyOnce>
      )}
      <ul className="mt-4 border-t-2 border-ink">
        {links.map((link) => (
          <li key={link.id} className="flex flex-wrap items-center gap-x-4 border-b border-line py-2">
            <span className="min-w-0 flex-1">
              {link.what === "plan" ? "The plan" : "Plan and papers"}, until {day(link.ends_at)}
              <span className="block text-soft">
                {link.member_id && `by ${names.get(link.member_id) ?? "somebody who has left"}, `}
                {link.seen_at ? `opened last ${day(link.seen_at)}` : "not opened yet"}
              </span>
            </span>
            <button
              type="button"
              className="min-h-11 underline"
              aria-label={`End the link of ${day(link.created_at)}`}
              onClick={() => void endLink(link.id).then(renew)}
            >
              End it
            </button>
          </li>
        ))}
      </ul>
      {links.length === 0 && <p className="mt-3 text-soft">No link holds now.</p>}
    </Modal>
  );
}
