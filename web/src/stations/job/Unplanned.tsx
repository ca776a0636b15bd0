import { useQueryClient } from "@tanstack/react-query";
import { Link, useRouter } from "@tanstack/react-router";
import { useState } from "react";
import type { Unplanned as Kept, Refused } from "@/api/client";
import { archiveJob, jobQuery, stepJob } from "@/api/queries";

/** A job that is kept and cannot be planned or read: why, and what can still be done with it. */
export function Unplanned({ refused, kept }: { refused: Refused; kept: Kept }) {
  const queries = useQueryClient();
  const router = useRouter();
  const [wrong, setWrong] = useState<string | null>(null);

  async function act(work: () => Promise<unknown>, then: () => Promise<unknown>) {
    setWrong(null);
    try {
      await work();
      await queries.invalidateQueries({ queryKey: ["jobs"] });
      await then();
    } catch (error) {
      setWrong(error instanceof Error ? error.message : String(error));
    }
  }

  async function again() {
    queries.removeQueries(jobQuery(kept.id));
    await router.invalidate();
  }

  return (
    <main className="mx-auto max-w-xl space-y-4 px-6 py-20">
      <h1 className="text-2xl font-bold [overflow-wrap:anywhere]">{kept.name} cannot be planned</h1>
      <p>{refused.message}</p>
      <p>It is kept as revision {kept.revision}. Pours and castings are not touched.</p>
      {wrong && (
        <p role="alert" className="border-l-4 border-stop pl-3">
          {wrong}
        </p>
      )}
      <div className="flex flex-wrap gap-3">
        {kept.can_undo && (
          <button
            type="button"
            className="button button-now"
            onClick={() => act(() => stepJob(kept.id, kept.revision, "undo", true), again)}
          >
            Undo the last change
          </button>
        )}
        <button
          type="button"
          className="button"
          onClick={() =>
            act(
              () => archiveJob(kept.id),
              () => router.navigate({ to: "/" }),
            )
          }
        >
          Archive
        </button>
        <Link to="/" className="button">
          To the shop floor
        </Link>
      </div>
    </main>
  );
}
