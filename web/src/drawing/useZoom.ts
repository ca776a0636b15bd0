import { type PointerEvent, useRef, useState, type WheelEvent } from "react";
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

/** Nearer and farther, and moved about; what is drawn can never be moved out of sight. */
export function useZoom(area: { width: number; height: number }) {
  const [zoom, setZoom] = useState<Zoom>(FIT);
  const hand = useRef<{ pointer: number; x: number; y: number; from: Zoom } | null>(null);
  const base = useRef<View | null>(null);

  function held(next: Zoom): Zoom {
    const view = base.current;
    if (!view || next.factor <= 1) return FIT;
    const [w, h] = [view.length * view.scale * next.factor, view.width * view.scale * next.factor];
    const [left, top] = [view.left * next.factor, view.top * next.factor];
    const between = (value: number, low: number, high: number) => Math.min(Math.max(value, low), Math.max(low, high));
    return {
      factor: Math.min(next.factor, MOST),
      dx: between(next.dx, KEPT_PX - left - w, area.width - KEPT_PX - left),
      dy: between(next.dy, KEPT_PX - top - h, area.height - KEPT_PX - top),
    };
  }

  function about(x: number, y: number, by: number) {
    setZoom((now) => {
      const factor = Math.min(Math.max(now.factor * by, 1), MOST);
      const real = factor / now.factor;
      return held({ factor, dx: x - (x - now.dx) * real, dy: y - (y - now.dy) * real });
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
    down(event: PointerEvent) {
      if (zoom.factor === 1 || event.button !== 0) return;
      hand.current = { pointer: event.pointerId, x: event.clientX, y: event.clientY, from: zoom };
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
    },
    move(event: PointerEvent) {
      const now = hand.current;
      if (!now || now.pointer !== event.pointerId) return;
      setZoom(held({ ...now.from, dx: now.from.dx + event.clientX - now.x, dy: now.from.dy + event.clientY - now.y }));
    },
    up: () => {
      hand.current = null;
    },
  };
}
