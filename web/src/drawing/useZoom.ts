import { type PointerEvent, type RefObject, useEffect, useRef, useState, type WheelEvent } from "react";
import type { View } from "./view";

interface Zoom {
  factor: number;
  dx: number;
  dy: number;
}

const FIT: Zoom = { factor: 1, dx: 0, dy: 0 };
const MOST = 12;
/** How much of the piece must stay on the drawing, so that it cannot be lost [px]. */
const KEPT_PX = 80;

interface Finger {
  x: number;
  y: number;
}

/** Nearer and farther by wheel, buttons or two fingers, and moved about; what is drawn cannot be moved out of sight. */
export function useZoom(element: RefObject<HTMLElement | null>, area: { width: number; height: number }) {
  const [zoom, setZoom] = useState<Zoom>(FIT);
  const hand = useRef<{ pointer: number; x: number; y: number; from: Zoom } | null>(null);
  const fingers = useRef(new Map<number, Finger>());
  const base = useRef<View | null>(null);
  const seen = area.width > 0;
  useEffect(() => (seen ? keepsTwoFingers(element.current) : undefined), [element, seen]);

  function held(next: Zoom): Zoom {
    const view = base.current;
    if (!view || next.factor <= 1) return FIT;
    const [w, h] = [view.length * view.scale * next.factor, view.width * view.scale * next.factor];
    const [left, top] = [view.left * next.factor, view.top * next.factor];
    const clamped = (value: number, low: number, high: number) => Math.min(Math.max(value, low), Math.max(low, high));
    return {
      factor: Math.min(next.factor, MOST),
      dx: clamped(next.dx, KEPT_PX - left - w, area.width - KEPT_PX - left),
      dy: clamped(next.dy, KEPT_PX - top - h, area.height - KEPT_PX - top),
    };
  }

  function about(x: number, y: number, by: number) {
    setZoom((now) => {
      const factor = Math.min(Math.max(now.factor * by, 1), MOST);
      const real = factor / now.factor;
      return held({ factor, dx: x - (x - now.dx) * real, dy: y - (y - now.dy) * real });
    });
  }

  /** What was between two fingers stays between them. */
  function pinch(before: readonly Finger[], after: readonly Finger[], box: DOMRect) {
    const [was, is] = [between(before), between(after)];
    if (was.apart < 1) return;
    setZoom((now) => {
      const factor = Math.min(Math.max((now.factor * is.apart) / was.apart, 1), MOST);
      const real = factor / now.factor;
      return held({
        factor,
        dx: is.x - box.left - (was.x - box.left - now.dx) * real,
        dy: is.y - box.top - (was.y - box.top - now.dy) * real,
      });
    });
  }

  return {
    isFit: zoom.factor === 1,
    /** The view as it is looked at, from the one that fits. */
    seen(view: View): View {
      base.current = view;
      return {
        ...view,
        scale: view.scale * zoom.factor,
        left: view.left * zoom.factor + zoom.dx,
        top: view.top * zoom.factor + zoom.dy,
      };
    },
    fit: () => setZoom(FIT),
    nearer: () => about(area.width / 2, area.height / 2, 1.4),
    farther: () => about(area.width / 2, area.height / 2, 1 / 1.4),
    wheel(event: WheelEvent) {
      const box = event.currentTarget.getBoundingClientRect();
      about(event.clientX - box.left, event.clientY - box.top, Math.exp(-event.deltaY / 500));
    },
    down(event: PointerEvent<Element>) {
      fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
      if (fingers.current.size > 1) {
        hand.current = null;
        return;
      }
      if (zoom.factor === 1 || event.button !== 0) return;
      hand.current = { pointer: event.pointerId, x: event.clientX, y: event.clientY, from: zoom };
      event.currentTarget.setPointerCapture(event.pointerId);
    },
    move(event: PointerEvent) {
      const before = [...fingers.current.values()];
      if (fingers.current.has(event.pointerId)) {
        fingers.current.set(event.pointerId, { x: event.clientX, y: event.clientY });
      }
      if (before.length === 2) {
        const box = event.currentTarget.getBoundingClientRect();
        return pinch(before, [...fingers.current.values()], box);
      }
      const now = hand.current;
      if (!now || now.pointer !== event.pointerId) return;
      setZoom(held({ ...now.from, dx: now.from.dx + event.clientX - now.x, dy: now.from.dy + event.clientY - now.y }));
    },
    up(event: PointerEvent) {
      fingers.current.delete(event.pointerId);
      hand.current = null;
    },
  };
}

function between([a, b]: readonly Finger[]): Finger & { apart: number } {
  if (!a || !b) return { x: 0, y: 0, apart: 0 };
  return { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, apart: Math.hypot(a.x - b.x, a.y - b.y) };
}

/** Two fingers on the drawing are its own: the page neither scrolls nor grows under them. */
function keepsTwoFingers(element: HTMLElement | null) {
  const own = (event: TouchEvent) => {
    if (event.touches.length > 1) event.preventDefault();
  };
  element?.addEventListener("touchstart", own, { passive: false });
  element?.addEventListener("touchmove", own, { passive: false });
  return () => {
    element?.removeEventListener("touchstart", own);
    element?.removeEventListener("touchmove", own);
  };
}
