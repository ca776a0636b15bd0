import type { Ground } from "@/api/client";
import { FigureButton } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";

/** What the tape reads where the boards stand square, and where curves run. */
export function SettingOut({ ground: { tapes, right_angle, curves } }: { ground: Ground }) {
  const { units } = usePreferences();
  const angle = right_angle.find((one) => one.units === units);
  return (
    <section aria-label="Setting out">
      <h2 className="mb-1 text-lg font-bold">Square when the tape reads</h2>
      <ul className="flex flex-wrap gap-x-6 gap-y-1 border-t border-line py-2">
        {tapes.map((tape) => (
          <li key={`${tape.a}${tape.b}`} className="flex min-h-11 items-center gap-2">
            {tape.a}–{tape.b} <FigureButton figure={tape.reads} />
          </li>
        ))}
      </ul>
      {angle && (
        <p className="border-t border-line py-2">
          A right angle by 3-4-5:{" "}
          <span className="figure">
            {[angle.three_mm, angle.four_mm, angle.five_mm].map((mm) => write(mm, "tape", units)).join(", ")}
          </span>
          . Along two sides that meet square.
        </p>
      )}
      {curves.map((curve) => (
        <div key={`${curve.start} ${curve.end}`} className="border-t border-line py-2">
          <h3 className="font-bold">
            Curve {curve.start} to {curve.end}, radius {write(curve.radius_mm, "tape", units)}
          </h3>
          <p className="text-soft">
            A string from {curve.start} to {curve.end}; pegs off it,{" "}
            {curve.inward ? "into the slab" : "away from the slab"}:
          </p>
          <table className="mt-1">
            <thead>
              <tr className="text-left">
                <th className="pr-8 font-normal text-soft">along the string</th>
                <th className="font-normal text-soft">off it</th>
              </tr>
            </thead>
            <tbody>
              {curve.offsets.map((one) => (
                <tr key={one.along_mm}>
                  <td className="figure pr-8">{write(one.along_mm, "tape", units)}</td>
                  <td className="figure">{write(one.off_mm, "tape", units)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ))}
    </section>
  );
}
