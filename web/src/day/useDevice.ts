import { useEffect } from "react";

/** The screen stays on as long as the page is looked at, where the device can do that. */
export function useAwake() {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    const ask = () => {
      if (document.visibilityState !== "visible") return;
      void navigator.wakeLock?.request("screen").then(
        (got) => {
          lock = got;
        },
        () => undefined, // low on battery: it is only a wish
      );
    };
    ask();
    document.addEventListener("visibilitychange", ask);
    return () => {
      document.removeEventListener("visibilitychange", ask);
      void lock?.release();
    };
  }, []);
}

/** The pages are kept on the device, so that a reload without a network finds them. */
export function useKeptHere() {
  useEffect(() => {
    // Where pages come without TLS no browser does that: the page goes on as long as it is not reloaded.
    void navigator.serviceWorker?.register("/sw.js").catch(() => undefined);
  }, []);
}
