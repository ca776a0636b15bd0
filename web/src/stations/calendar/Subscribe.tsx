import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, take } from "@/api/client";
import { useMay } from "@/api/me";
import { useNames } from "@/api/records";
import { CopyOnce } from "@/parts/CopyOnce";
import { Modal } from "@/parts/Modal";
import { useMoment } from "@/parts/useMoment";
import { useSubmit } from "@/parts/useSubmit";
import { usePreferences } from "@/units/preferences";

const feedsQuery = { queryKey: ["feeds"], queryFn: () => take(client.GET("/api/feeds")) };

/** The shop's tasks in the calendar of a phone or a computer: an address to subscribe to, or a file. */
export function Subscribe() {
  const [open, setOpen] = useState(false);
  if (!useMay()("POST /api/feeds")) return null;
  return (
    <>
      <button type="button" className="button" onClick={() => setOpen(true)}>
        Subscribe
      </button>
      {open && <Feeds onClose={() => setOpen(false)} />}
    </>
  );
}

function Feeds({ onClose }: { onClose: () => void }) {
  const queries = useQueryClient();
  const { units } = usePreferences();
  const { data: feeds = [] } = useQuery(feedsQuery);
  const names = useNames();
  const { day } = useMoment();
  const [name, setName] = useState("");
  const [address, setAddress] = useState<string | null>(null);
  const renew = () => queries.invalidateQueries({ queryKey: feedsQuery.queryKey });
  const { refused, submit } = useSubmit(
    async () => {
      const made = await take(client.POST("/api/feeds", { body: { name } }));
      setAddress(`${made.address}?units=${units}`);
      setName("");
      await renew();
    },
    () => undefined,
  );
  const end = (feed_id: string) =>
    take(client.POST("/api/feeds/{feed_id}/end", { params: { path: { feed_id } } })).then(renew);
  return (
    <Modal
      open
      title="Tasks in your own calendar"
      description="A phone or a computer that subscribes to an address shows all tasks of the shop and follows every change. Whoever has the address can read them, so make one for each device."
      onClose={onClose}
    >
      <form className="space-y-3" onSubmit={submit}>
        <label className="block">
          <span className="mb-1 block font-semibold">For which phone or computer</span>
          <input className="field" value={name} maxLength={60} onChange={(event) => setName(event.target.value)} />
        </label>
        {refused && <p role="alert">{refused}</p>}
        <button type="submit" className="button button-now w-full" disabled={!name.trim()}>
          Make an address
        </button>
      </form>
      {address && (
        <CopyOnce key={address} address={address} what="address">
          Copy the address now: it is shown this once. In the other calendar, add it as a subscription.
          {/\/\/(127\.|localhost)/.test(address) &&
            " Only this computer reaches it: start Ulbrek for the shop’s network to subscribe on a phone."}
        </CopyOnce>
      )}
      <ul className="mt-4 border-t-2 border-ink">
        {feeds.map((feed) => (
          <li key={feed.id} className="flex flex-wrap items-center gap-x-4 border-b border-line py-2">
            <span className="min-w-0 flex-1">
              {feed.name}
              <span className="block text-soft">
                {feed.member_id && `by ${names.get(feed.member_id) ?? "somebody who has left"}, `}
                {feed.seen_at ? `fetched last ${day(feed.seen_at)}` : "not fetched yet"}
              </span>
            </span>
            <button
              type="button"
              className="min-h-11 underline"
              aria-label={`End the address of ${feed.name}`}
              onClick={() => void end(feed.id)}
            >
              End it
            </button>
          </li>
        ))}
      </ul>
      {feeds.length === 0 && <p className="mt-3 text-soft">No address yet.</p>}
      <p className="mt-4">
        <a className="underline" href={`/api/days/calendar?units=${units}`}>
          Save all tasks as a calendar file
        </a>
      </p>
    </Modal>
  );
}
