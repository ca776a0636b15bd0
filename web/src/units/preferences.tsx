import { createContext, type ReactNode, useContext, useEffect, useMemo, useState } from "react";
import type { Units } from "./length";

export type Theme = "light" | "dark";

interface Preferences {
  units: Units;
  theme: Theme;
  /** Who is at this screen, as the shop's people have it; empty where it was not given. */
  who: string;
  setUnits: (units: Units) => void;
  setTheme: (theme: Theme) => void;
  setWho: (who: string) => void;
}

const Context = createContext<Preferences | null>(null);

/** What this person, on this device, likes to read: units and theme. */
export function PreferencesProvider({ children }: { children: ReactNode }) {
  const [units, setUnits] = useState<Units>(firstUnits);
  const [theme, setTheme] = useState<Theme>(() =>
    document.documentElement.dataset.theme === "dark" ? "dark" : "light",
  );
  const [who, setWho] = useState(() => localStorage.getItem("who") ?? "");
  useEffect(() => localStorage.setItem("units", units), [units]);
  useEffect(() => localStorage.setItem("who", who), [who]);
  useEffect(() => {
    localStorage.setItem("theme", theme);
    document.documentElement.dataset.theme = theme;
  }, [theme]);
  const value = useMemo(() => ({ units, theme, who, setUnits, setTheme, setWho }), [units, theme, who]);
  return <Context value={value}>{children}</Context>;
}

export function usePreferences(): Preferences {
  const preferences = useContext(Context);
  if (!preferences) throw new Error("usePreferences needs a PreferencesProvider above it");
  return preferences;
}

function firstUnits(): Units {
  const kept = localStorage.getItem("units");
  if (kept === "in" || kept === "mm") return kept;
  return /^en-(US|LR|MM)/.test(navigator.language) ? "in" : "mm";
}
