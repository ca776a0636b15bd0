/** What others change, shown as it happens: the server tells what, and what is shown of it is fetched anew. */

import { type QueryClient, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { PAGE, SIGNED_OUT } from "./client";
import { meQuery } from "./me";

interface Change {
  what: string;
  key: string;
  page: string;
}

/** Changes that come close together are looked at once [ms]. */
const TOGETHER_MS = 50;
/** After a refusal it is tried again [ms]. */
const AGAIN_MS = 5_000;

/** By what changed, the queries that tell of it. */
const TOLD_BY: Record<string, (key: string) => readonly (readonly unknown[])[]> = {
  job: (key) => [["job", key], ["jobs"], ["agenda"], ["records", "pours"]],
  pour: (key) => [["records"], ["run", key], ["job"], ["jobs"], ["agenda"]],
  run: (key) => [["run", key]],
  finish: (key) => [["finish", key]],
  log: () => [["records"]],
  known: () => [["records", "known"]],
  casting: () => [["records"], ["agenda"]],
  form: () => [["records"], ["agenda"]],
  reading: () => [["records", "pours"], ["job"], ["agenda"]],
  weather: () => [["weather"], ["job"], ["jobs"], ["agenda"], ["records", "pours"]],
  stock: () => [["records"], ["shopping"]],
  shop: () => [["shop"], ["records", "members"], ["job"], ["accounts"]],
  people: () => [["accounts"], ["security"], ["me"]],
  device: () => [["accounts"], ["security"], ["me", "devices"]],
  feed: () => [["feeds"]],
  link: (key) => [["links", key]],
};

/** Follows what changes as long as the page is looked at; what was missed meanwhile is looked at when it is again. */
export function useLiveChanges() {
  const queries = useQueryClient();
  const role = useQuery(meQuery).data?.role;
  const follows = role === "owner" || role === "maker" || role === "helper";
  useEffect(() => {
    if (!follows) return;
    const live = new Following(queries);
    const onSeen = () => (document.hidden ? live.rest() : live.follow());
    onSeen();
    document.addEventListener("visibilitychange", onSeen);
    return () => {
      document.removeEventListener("visibilitychange", onSeen);
      live.rest();
    };
  }, [follows, queries]);
}

class Following {
  private stream: EventSource | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private readonly changed = new Map<string, readonly unknown[]>();
  private opened = false;

  constructor(private readonly queries: QueryClient) {}

  follow() {
    this.rest();
    const again = () => void this.queries.invalidateQueries();
    // What changed since the page began to look is told too: it may have been after that was read.
    this.stream = new EventSource(`/api/changes?seen_ms=${Math.ceil(performance.now())}`);
    this.stream.onmessage = ({ data }) => this.note(JSON.parse(data));
    this.stream.addEventListener("again", again);
    this.stream.onopen = () => {
      if (this.opened) again();
      this.opened = true;
    };
    this.stream.onerror = () => {
      if (this.stream?.readyState === EventSource.CLOSED) void this.comeAgain(); // else it does so by itself
    };
  }

  rest() {
    this.stream?.close();
    this.stream = null;
    clearTimeout(this.timer);
    this.timer = undefined;
  }

  private note({ what, key, page }: Change) {
    if (page === PAGE) return;
    for (const told of TOLD_BY[what]?.(key) ?? []) this.changed.set(JSON.stringify(told), told);
    this.timer ??= setTimeout(() => {
      this.timer = undefined;
      for (const queryKey of this.changed.values()) void this.queries.invalidateQueries({ queryKey });
      this.changed.clear();
    }, TOGETHER_MS);
  }

  /** The stream was refused: whoever is out learns it so, everybody else tries again. */
  private async comeAgain() {
    this.rest();
    const me = await this.queries.fetchQuery({ ...meQuery, staleTime: 0 }).catch(() => null);
    if (me?.sign_in && !me.role) dispatchEvent(new Event(SIGNED_OUT));
    else this.timer = setTimeout(() => this.follow(), AGAIN_MS);
  }
}
