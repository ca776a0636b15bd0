import type { Job, JobInput, PiecePlan, Schemas } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { withField } from "@/api/editor";
import { toPiece, type View } from "@/drawing/view";
import { arrowStep, onGrid, SNAP_PX } from "@/gestures/arrows";
import { useHeldMove } from "@/gestures/useHeldMove";
import type { Units } from "@/units/length";

export type ByHand = Schemas["BarByHand-Input"];
type Bar = PiecePlan["steel"]["bars"][number];
type Side = NonNullable<ByHand["side"]>;

export const isLevel = (bar: Bar): boolean => bar.line.y1 === bar.line.y2;
export const placeOf = (bar: Bar): number => (isLevel(bar) ? bar.line.y1 : bar.line.x1);

/** Begins the name of a bar that was put in by hand. */
export const OWN = "own ";

interface Options {
  planned: PiecePlan;
  view: View;
  units: Units;
}

/** The side that a bar keeps its distance from: the one it was given, or the nearer one. */
function sideOf(bar: Bar, run: number, kept: ByHand | undefined): Side {
  if (kept?.offset) return kept.side ?? "front";
  const near = placeOf(bar) <= run / 2;
  if (isLevel(bar)) return near ? "front" : "back";
  return near ? "left" : "right";
}

/** Where a bar lies over the side that it runs along, and whether it is drawn to a place there [mm]. */
interface Place {
  at: number;
  guide: number | null;
}

/** Bars moved across the way they run. */
export function useBars({ planned, view, units }: Options) {
  const editor = useJobEditor();
  const runOf = (bar: Bar) => (isLevel(bar) ? view.width : view.length);
  const within = (bar: Bar, at: number) => Math.min(Math.max(at, 0), runOf(bar));

  function withPlace(job: Job, bar: Bar, at: number): JobInput {
    const all = job.steel.by_hand;
    const index = all.findIndex((one) => one.piece === planned.id && one.bar === bar.key);
    const side = sideOf(bar, runOf(bar), all[index]);
    const from = side === "front" || side === "left" ? at : runOf(bar) - at;
    const offset = { mm: Math.max(0, Math.round(from * 1000) / 1000) };
    const entry = { piece: planned.id, bar: bar.key, side, offset };
    const next = index < 0 ? [...all, entry] : all.with(index, { ...entry, offset: { ...offset, typed: null } });
    return withField(job, "/steel/by_hand", next);
  }

  function drawnTo(bar: Bar, at: number): number | null {
    const places = isLevel(bar) ? planned.steel.snaps.along : planned.steel.snaps.across;
    const near = (places ?? []).filter((place) => Math.abs(place - at) <= SNAP_PX / view.scale);
    return near.sort((a, b) => Math.abs(a - at) - Math.abs(b - at))[0] ?? null;
  }

  return useHeldMove<Bar, Place>({
    keyOf: (bar) => bar.key,
    placeOf: (bar) => ({ at: placeOf(bar), guide: null }),
    dragged: (bar, from, hand) => {
      if (!bar.moves) return null;
      const by = toPiece(view, hand.dx, hand.dy);
      const at = within(bar, from.at + (isLevel(bar) ? by.y : by.x));
      const guide = hand.free ? null : drawnTo(bar, at);
      return { at: guide ?? onGrid(at, units), guide };
    },
    nudged: (bar, from, arrow) => {
      const by = arrowStep(arrow, view.mirrored, units);
      const step = isLevel(bar) ? by.y : by.x;
      return bar.moves && step ? { at: within(bar, from.at + step), guide: null } : null;
    },
    show: (bar, { at }) => editor.preview((job) => withPlace(job, bar, at)),
    keep: (bar, { at }) => editor.letGo((job) => withPlace(job, bar, at), `Moved the bar ${bar.why}`.slice(0, 120)),
  });
}

/** What is said by hand of one bar, instead of what was; null takes it back. */
export function withBar(job: Job, piece: string, bar: string, entry: Partial<ByHand> | null): Job {
  const all = job.steel.by_hand.filter((one) => one.piece !== piece || one.bar !== bar);
  return withField(
    job,
    "/steel/by_hand",
    entry ? [...all, { piece, bar, side: "front", offset: null, ...entry }] : all,
  );
}
