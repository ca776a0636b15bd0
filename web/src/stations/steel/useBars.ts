import { type KeyboardEvent, type PointerEvent, useCallback, useEffect, useRef, useState } from "react";
import type { Job, PiecePlan, Schemas } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { toPiece, type View } from "@/drawing/view";
import { STEP_MM, type Units } from "@/units/length";
import { arrowStep, NUDGE_REST_MS, SLIP_PX, SNAP_PX } from "../measure/gestures";

export type ByHand = Schemas["BarByHand"];
type Bar = PiecePlan["steel"]["bars"][number];
type Side = NonNullable<ByHand["side"]>;

export const isLevel = (bar: Bar): boolean => bar.line.y1 === bar.line.y2;
export const placeOf = (bar: Bar): number => (isLevel(bar) ? bar.line.y1 : bar.line.x1);

/** Begins the name of a bar that was put in by hand. */
export const OWN = "own ";

interface Options {
  editor: Editor;
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

/** Bars moved by hand or by keys: planned as they go, kept as one revision when let go. */
export function useBars({ editor, planned, view, units }: Options) {
  const piece = planned.id;
  const [guide, setGuide] = useState<number | null>(null);
  const held = useRef<{ pointer: number; x: number; y: number; bar: Bar; from: number; moved: boolean } | null>(null);
  const resting = useRef<ReturnType<typeof setTimeout> | null>(null);
  const waiting = useRef<{ bar: Bar; at: number } | null>(null);

  const runOf = (bar: Bar) => (isLevel(bar) ? view.width : view.length);
  const placed = useCallback(
    (job: Job, bar: Bar, at: number): Job => {
      const run = isLevel(bar) ? view.width : view.length;
      const all = job.steel?.by_hand ?? [];
      const index = all.findIndex((one) => one.piece === piece && one.bar === bar.key);
      const side = sideOf(bar, run, all[index]);
      const from = side === "front" || side === "left" ? at : run - at;
      const entry = { piece, bar: bar.key, side, offset: { mm: Math.max(0, Math.round(from * 1000) / 1000) } };
      const next = index < 0 ? [...all, entry] : all.map((one, number) => (number === index ? entry : one));
      return withField(job, "/steel/by_hand", next);
    },
    [piece, view.length, view.width],
  );

  const show = (bar: Bar, at: number) => {
    waiting.current = { bar, at };
    editor.preview((job) => placed(job, bar, at));
  };

  const keep = useCallback(() => {
    if (resting.current) clearTimeout(resting.current);
    resting.current = null;
    setGuide(null);
    const now = waiting.current;
    waiting.current = null;
    if (now) void editor.change((job) => placed(job, now.bar, now.at), `Moved the bar ${now.bar.why}`.slice(0, 120));
  }, [editor.change, placed]);

  useEffect(() => keep, [keep]);

  const drawnTo = (bar: Bar, at: number): number | null => {
    const places = isLevel(bar) ? planned.steel.snaps.along : planned.steel.snaps.across;
    const near = (places ?? []).filter((place) => Math.abs(place - at) <= SNAP_PX / view.scale);
    return near.sort((a, b) => Math.abs(a - at) - Math.abs(b - at))[0] ?? null;
  };
  const onGrid = (mm: number) => Math.round(mm / STEP_MM[units]) * STEP_MM[units];

  return {
    guide,
    down(event: PointerEvent, bar: Bar) {
      if (event.button !== 0 || !bar.moves) return;
      if (resting.current) keep();
      event.stopPropagation();
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
      const { pointerId, clientX, clientY } = event;
      held.current = { pointer: pointerId, x: clientX, y: clientY, bar, from: placeOf(bar), moved: false };
    },
    move(event: PointerEvent) {
      const hand = held.current;
      if (!hand || event.pointerId !== hand.pointer) return;
      const [dx, dy] = [event.clientX - hand.x, event.clientY - hand.y];
      if (!hand.moved && Math.hypot(dx, dy) < SLIP_PX) return;
      hand.moved = true;
      const by = toPiece(view, dx, dy);
      const at = Math.min(Math.max(hand.from + (isLevel(hand.bar) ? by.y : by.x), 0), runOf(hand.bar));
      const drawn = event.altKey ? null : drawnTo(hand.bar, at);
      setGuide(drawn);
      show(hand.bar, drawn ?? onGrid(at));
    },
    up() {
      const moved = held.current?.moved;
      held.current = null;
      if (moved) keep();
    },
    nudge(event: KeyboardEvent, bar: Bar): boolean {
      const by = bar.moves ? arrowStep(event, view.mirrored, units) : null;
      const step = by && (isLevel(bar) ? by.y : by.x);
      if (!step) return false;
      event.preventDefault();
      const from = waiting.current?.bar.key === bar.key ? waiting.current.at : placeOf(bar);
      show(bar, Math.min(Math.max(from + step, 0), runOf(bar)));
      if (resting.current) clearTimeout(resting.current);
      resting.current = setTimeout(keep, NUDGE_REST_MS);
      return true;
    },
  };
}

/** What is said by hand of one bar, instead of what was; null takes it back. */
export function withBar(job: Job, piece: string, bar: string, entry: Partial<ByHand> | null): Job {
  const all = (job.steel?.by_hand ?? []).filter((one) => one.piece !== piece || one.bar !== bar);
  return withField(
    job,
    "/steel/by_hand",
    entry ? [...all, { piece, bar, side: "front", offset: null, ...entry }] : all,
  );
}
