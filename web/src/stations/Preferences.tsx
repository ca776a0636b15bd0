import { usePreferences } from "@/units/preferences";

const LOOK = "min-h-11 rounded-(--radius) border border-rail-line px-3 font-semibold";

/** Units and theme, for this device. */
export function Preferences() {
  const { units, theme, setUnits, setTheme } = usePreferences();
  return (
    <span className="flex gap-2">
      <button
        type="button"
        className={LOOK}
        aria-label={`Units: ${units === "in" ? "inches" : "millimetres"}, change`}
        onClick={() => setUnits(units === "in" ? "mm" : "in")}
      >
        {units === "in" ? "inches" : "mm"}
      </button>
      <button
        type="button"
        className={LOOK}
        aria-label={`Theme: ${theme}, change`}
        onClick={() => setTheme(theme === "light" ? "dark" : "light")}
      >
        {theme === "light" ? "daylight" : "dim shop"}
      </button>
    </span>
  );
}
