import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { meQuery } from "@/api/me";
import { usePreferences } from "@/units/preferences";

const LOOK = "min-h-11 rounded-(--radius) border border-rail-line px-3 font-semibold";

/** Units and theme, for this device; and who is on it, where people sign in. */
export function Preferences() {
  const { data: me } = useQuery(meQuery);
  const { units, theme, setUnits, setTheme } = usePreferences();
  return (
    <span className="flex flex-wrap gap-2">
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
      {me?.sign_in && me.role && (
        <Link to="/you" className={`${LOOK} inline-flex max-w-32 items-center`} title={me.name}>
          <span className="truncate">{me.name}</span>
        </Link>
      )}
    </span>
  );
}
