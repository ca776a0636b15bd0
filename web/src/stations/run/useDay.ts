import { useEffect, useRef, useState } from "react";
import type { RunState, StepNow } from "@/run/types";

/** A batch that is about to be too old is said so long before [ms]. */
const SOON_MS = 8 * 60_000;

/** Shakes, and sounds where that is wanted, when something opens or a batch is about to be too old. */
export function useSignals(state: RunState | null, now: number, mine: readonly StepNow[]) {
  const [sound, setSound] = useState(() => localStorage.getItem("run-sound") === "on");
  const known = useRef<Set<string> | null>(null);
  const open = mine.filter((one) => one.status === "open" && one.from_at <= now).map((one) => one.id);
  const old = state?.batches.filter((one) => one.use_by !== null && !one.placed_at && one.use_by - now < SOON_MS) ?? [];
  const told = [...open, ...old.map((one) => `old ${one.number}`)].join("\n");
  useEffect(() => {
    const all = new Set(told.split("\n").filter(Boolean));
    const before = known.current;
    known.current = all;
    if (!before || [...all].every((one) => before.has(one))) return;
    if (!navigator.userActivation?.hasBeenActive) return; // before a first tap no browser lets it
    navigator.vibrate?.([180, 90, 180]);
    if (sound) beep();
  }, [told, sound]);
  return {
    sound,
    setSound(on: boolean) {
      localStorage.setItem("run-sound", on ? "on" : "off");
      setSound(on);
      if (on) beep();
    },
  };
}

function beep() {
  const context = new AudioContext();
  const tone = context.createOscillator();
  tone.frequency.value = 880;
  tone.connect(context.destination);
  tone.start();
  tone.stop(context.currentTime + 0.25);
  tone.onended = () => void context.close();
}

export const canSpeak = "speechSynthesis" in window;

export function speak(text: string) {
  speechSynthesis.cancel();
  speechSynthesis.speak(new SpeechSynthesisUtterance(text));
}
