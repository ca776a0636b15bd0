import { useQueryClient, useSuspenseQuery } from "@tanstack/react-query";
import { useCallback, useRef, useState } from "react";
import { type Job, type JobInput, type JobView, type PlanView, Refused } from "./client";
import { useMay } from "./me";
import { rebased } from "./merged";
import { editJob, jobQuery, planJob, stepJob } from "./queries";

interface Conflict {
  mine: JobInput;
  what: string;
  theirs: JobView;
}

interface Unsent {
  mine: JobInput;
  what: string;
  message: string;
}

export interface Editor {
  /** The job as it is kept. */
  kept: JobView;
  /** The job and plan to show: during a gesture what the hand has made of it, else what is kept. */
  shown: PlanView;
  /** Keeps a change as one revision. Rejects with Refused where the core cannot read a field. */
  change: (make: (job: Job) => JobInput, what: string) => Promise<void>;
  /** Keeps what was previewed, as a change. */
  letGo: (make: (job: Job) => JobInput, what: string) => Promise<void>;
  /** Shows a change while a gesture lasts, without keeping it. */
  preview: (make: (job: Job) => JobInput) => void;
  /** Gives a gesture up. */
  dropPreview: () => void;
  /** Back or forward; what somebody else did is undone where that is meant. */
  step: (step: "undo" | "redo", ofOthers?: boolean) => Promise<void>;
  /** What somebody else did and would be undone, in words. */
  others: string | null;
  leaveOthers: () => void;
  /** Whether the job may be looked at only. */
  readOnly: boolean;
  conflict: Conflict | null;
  settle: (keep: "mine" | "theirs") => Promise<void>;
  unsent: Unsent | null;
  sendAgain: () => Promise<void>;
}

/** One job being edited: every change is kept as a revision, in the order in which it was made. */
export function useEditor(id: string): Editor {
  const queries = useQueryClient();
  const { data: kept } = useSuspenseQuery(jobQuery(id));
  const [gesture, setGesture] = useState<PlanView | null>(null);
  const seen = useRef({ kept: kept.job, shown: kept.job }); // what a hand that changes something has before it
  seen.current = { kept: kept.job, shown: (gesture ?? kept).job };
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [others, setOthers] = useState<string | null>(null);
  const readOnly = !useMay()("PUT /api/jobs/{job_id}");
  const [unsent, setUnsent] = useState<Unsent | null>(null);
  const line = useRef<Promise<unknown>>(Promise.resolve());
  const lastView = useRef<PlanView | null>(null); // of the hand that moves something: the next differs least from it
  const asking = useRef<{ next: JobInput | null; busy: boolean; round: number }>({ next: null, busy: false, round: 0 });

  const latest = useCallback((): JobView => {
    const job = queries.getQueryData(jobQuery(id).queryKey);
    if (!job) throw new Error("A job is edited only after it was loaded");
    return job;
  }, [queries, id]);

  const keep = useCallback(
    (view: JobView) => {
      asking.current.round += 1;
      asking.current.next = null;
      lastView.current = null;
      queries.setQueryData(jobQuery(id).queryKey, view);
      void queries.invalidateQueries({ queryKey: ["jobs"] });
      void queries.invalidateQueries({ queryKey: ["agenda"] });
      setGesture(null);
      setUnsent(null);
    },
    [queries, id],
  );

  const send = useCallback(
    async (make: (job: Job) => JobInput, what: string) => {
      const now = latest();
      const mine = make(now.job);
      try {
        keep(await editJob(id, now.revision, mine, what, lastView.current ?? now));
      } catch (error) {
        if (error instanceof Refused && error.theirs) {
          queries.setQueryData(jobQuery(id).queryKey, error.theirs);
          setConflict({ mine, what, theirs: error.theirs });
        } else if (error instanceof Refused && error.unplanned) {
          void queries.resetQueries(jobQuery(id)); // it is kept; the page says what can be done with it
        } else if (error instanceof Refused && error.status === 422) {
          setGesture(null);
          throw error;
        } else {
          setUnsent({ mine, what, message: error instanceof Error ? error.message : String(error) });
        }
      }
    },
    [id, keep, latest, queries],
  );

  const inLine = useCallback(<T>(work: () => Promise<T>): Promise<T> => {
    const turn = line.current.then(work, work);
    line.current = turn.catch(() => undefined);
    return turn;
  }, []);

  const ask = useCallback(async () => {
    const state = asking.current;
    if (state.busy || !state.next) return;
    state.busy = true;
    const [job, round] = [state.next, state.round];
    state.next = null;
    try {
      const now = latest();
      const view = await planJob(job, null, now.record, lastView.current ?? now);
      lastView.current = view;
      if (round === asking.current.round) setGesture(view);
    } catch {
      // A gesture that the core cannot plan keeps its last plan; letting go will say why.
    } finally {
      state.busy = false;
      void ask();
    }
  }, [latest]);

  const preview = useCallback(
    (make: (job: Job) => JobInput) => {
      if (readOnly) return;
      asking.current.next = make(latest().job);
      void ask();
    },
    [ask, latest, readOnly],
  );

  const dropPreview = useCallback(() => {
    asking.current.round += 1;
    asking.current.next = null;
    setGesture(null);
  }, []);

  const changeOf = useCallback(
    (before: Job, make: (job: Job) => JobInput, what: string) => {
      if (readOnly) return Promise.reject(new Refused(403, "Makers and owners change jobs. Ask one."));
      return inLine(() => send((now) => rebased(before, make, now), what));
    },
    [inLine, readOnly, send],
  );

  const settle = async (choice: "mine" | "theirs") => {
    if (!conflict) return;
    setConflict(null);
    setGesture(null);
    if (choice === "mine") await inLine(() => send(() => conflict.mine, conflict.what));
  };

  return {
    kept,
    shown: gesture ?? kept,
    change: useCallback((make, what) => changeOf(seen.current.shown, make, what), [changeOf]),
    letGo: useCallback((make, what) => changeOf(seen.current.kept, make, what), [changeOf]),
    preview,
    dropPreview,
    step: (step, ofOthers = false) =>
      inLine(async () => {
        setOthers(null);
        try {
          keep(await stepJob(id, latest().revision, step, ofOthers));
        } catch (error) {
          if (!(error instanceof Refused) || error.status !== 409) throw error;
          if (error.theirs) queries.setQueryData(jobQuery(id).queryKey, error.theirs);
          else setOthers(error.message);
        }
      }),
    others,
    leaveOthers: () => setOthers(null),
    readOnly,
    conflict,
    settle,
    unsent,
    sendAgain: () => (unsent ? inLine(() => send(() => unsent.mine, unsent.what)) : Promise.resolve()),
  };
}

/** A copy of a document with the value at a JSON pointer replaced. */
export function withField<T>(document: T, pointer: string, value: unknown): T;
export function withField(document: unknown, pointer: string, value: unknown): unknown {
  const [head, ...rest] = pointer.split("/").slice(1);
  if (head === undefined) return value;
  const copy = Array.isArray(document) ? [...document] : { ...Object(document) };
  copy[head] = withField(copy[head], rest.length ? `/${rest.join("/")}` : "", value);
  return copy;
}

/** What stands in a document at a JSON pointer; undefined where nothing does. */
export function valueAt(document: unknown, pointer: string): unknown {
  return pointer
    .split("/")
    .slice(1)
    .reduce((found: unknown, step) => (found instanceof Object ? Reflect.get(found, step) : undefined), document);
}
