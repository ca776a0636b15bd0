import { type RefObject, useEffect, useRef } from "react";

/** After a tap of one's own, the keyboard and whoever is read to go on at the next act. What others do moves nobody. */
export function useNextAct(key: string, within: RefObject<HTMLElement | null>, taps: number) {
  const seen = useRef({ key, taps });
  useEffect(() => {
    if (seen.current.taps === taps || seen.current.key === key) return;
    seen.current = { key, taps };
    const next = within.current?.querySelector<HTMLElement>("[data-step]");
    next?.focus();
  }, [key, taps, within]);
}
