import { type RefObject, useEffect, useRef } from "react";

/** What is shown follows a tap within this [ms]; what comes later comes from elsewhere. */
const SOON_MS = 1_500;

/** After a tap of one's own, the keyboard and whoever is read to go on at the next act. What others do moves nobody. */
export function useNextAct(key: string, within: RefObject<HTMLElement | null>, tappedAt: RefObject<number>) {
  const seen = useRef(key);
  useEffect(() => {
    if (seen.current === key) return;
    seen.current = key;
    if (Date.now() - tappedAt.current > SOON_MS) return;
    within.current?.querySelector<HTMLElement>("[data-step]")?.focus();
  }, [key, tappedAt, within]);
}
