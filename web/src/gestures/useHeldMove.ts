import { type KeyboardEvent, type PointerEvent, useCallback, useEffect, useRef, useState } from "react";
import { useMove } from "react-aria";

/** How long the arrow keys may rest before what they moved is kept as one revision [ms]. */
const NUDGE_REST_MS = 500;
/** How far a finger may slip before a press becomes a drag [px]. */
const SLIP_PX = 4;

/** How far a hand has moved since it took something [px, to the right and down]. */
interface Hand {
  dx: number;
  dy: number;
  /** Whether it shall go where the hand is, and not be drawn to anything. */
  free: boolean;
}

/** An arrow key: a step to the right or up, or the other way. */
export interface Arrow {
  right: number;
  up: number;
  coarse: boolean;
}

/** What is moved, and where it is now. */
interface Moved<T, P> {
  target: T;
  place: P;
}

interface Options<T, P> {
  /** Tells one that can be taken from another. */
  keyOf: (target: T) => string;
  /** Where it stands before it is moved. */
  placeOf: (target: T) => P;
  /** Where a hand that took it there has brought it; null where it leaves it. */
  dragged: (target: T, from: P, hand: Hand) => P | null;
  /** Where an arrow key brings it; null where it leaves it. */
  nudged: (target: T, from: P, arrow: Arrow) => P | null;
  /** Shows it there, while it is held. */
  show: (target: T, place: P) => void;
  /** Keeps it there, when it is let go, its keys have rested or are left. */
  keep?: (target: T, place: P) => Promise<void>;
  /** It is kept, and stands where it stands. */
  onKept?: () => void;
}

/**
 * What is moved by hand or by keys: shown as it goes, kept once it is let go or the keys have rested. A hand that only
 * slips moves nothing.
 */
export function useHeldMove<T, P>(options: Options<T, P>) {
  const [live, setLive] = useState<Moved<T, P> | null>(null);
  const [inHand, setInHand] = useState(false);
  const taken = useRef<T | null>(null); // what is pressed on
  const hand = useRef<{ target: T; from: P; dx: number; dy: number; slipped: boolean } | null>(null);
  const shown = useRef<Moved<T, P> | null>(null);
  const waiting = useRef<Moved<T, P> | null>(null); // shown and not yet sent to be kept
  const resting = useRef<ReturnType<typeof setTimeout> | null>(null);
  const now = useRef(options);
  now.current = options;

  const keep = useCallback(() => {
    if (resting.current) clearTimeout(resting.current);
    resting.current = null;
    setInHand(false);
    const moved = waiting.current;
    waiting.current = null;
    if (!moved) return;
    void (now.current.keep?.(moved.target, moved.place) ?? Promise.resolve()).finally(() => {
      if (shown.current !== moved) return;
      shown.current = null;
      setLive(null);
      now.current.onKept?.();
    });
  }, []);
  useEffect(() => keep, [keep]); // what is left with a step waiting is kept

  const show = (target: T, place: P) => {
    const moved = { target, place };
    shown.current = moved;
    waiting.current = moved;
    setLive(moved);
    now.current.show(target, place);
  };
  const placeOf = (target: T): P => {
    const { keyOf, placeOf: before } = now.current;
    return shown.current && keyOf(shown.current.target) === keyOf(target) ? shown.current.place : before(target);
  };

  const { moveProps } = useMove({
    onMoveStart({ pointerType }) {
      const target = taken.current;
      if (target === null || pointerType === "keyboard") return;
      if (resting.current) keep();
      hand.current = { target, from: placeOf(target), dx: 0, dy: 0, slipped: true };
    },
    onMove({ pointerType, deltaX, deltaY, altKey, shiftKey }) {
      if (pointerType === "keyboard") return nudge({ right: deltaX, up: -deltaY, coarse: shiftKey });
      const held = hand.current;
      if (!held) return;
      held.dx += deltaX;
      held.dy += deltaY;
      if (held.slipped && Math.hypot(held.dx, held.dy) < SLIP_PX) return;
      held.slipped = false;
      const place = now.current.dragged(held.target, held.from, { dx: held.dx, dy: held.dy, free: altKey });
      if (place === null) return;
      setInHand(true);
      show(held.target, place);
    },
    onMoveEnd({ pointerType }) {
      if (pointerType === "keyboard") return;
      const moved = hand.current && !hand.current.slipped;
      hand.current = null;
      if (moved) keep();
    },
  });

  function nudge(arrow: Arrow) {
    const target = taken.current;
    if (target === null) return;
    if (waiting.current && now.current.keyOf(waiting.current.target) !== now.current.keyOf(target)) keep();
    const place = now.current.nudged(target, placeOf(target), arrow);
    if (place === null) return;
    show(target, place);
    if (resting.current) clearTimeout(resting.current);
    resting.current = setTimeout(keep, NUDGE_REST_MS);
  }

  return {
    /** What is moved and where it is, until it is kept there. */
    live,
    /** Whether a hand holds it. */
    inHand,
    /** What makes an element one by which something is taken. */
    grip: (target: T) => ({
      style: { touchAction: "none" },
      onPointerDown(event: PointerEvent<SVGElement>) {
        taken.current = target;
        event.currentTarget.focus({ preventScroll: true }); // a press that may become a move does not give it
        moveProps.onPointerDown?.(event);
      },
      onKeyDown(event: KeyboardEvent<SVGElement>) {
        taken.current = target;
        moveProps.onKeyDown?.(event);
      },
      onBlur() {
        if (resting.current) keep(); // before whatever is done next
      },
    }),
  };
}
