import type { Schemas } from "@/api/client";
import { pathData } from "@/drawing/path";
import type { View } from "@/drawing/view";
import { usePreferences } from "@/units/preferences";
import { sizeText } from "../job/Rail";
import { type ChosenLoops, places } from "./loops";

type Drawing = Schemas["Drawing"];

const [WIDTH, HEIGHT] = [440, 240];

interface Props {
  drawing: Drawing;
  pieceName: string;
  chosen: ChosenLoops;
  onChoose: (chosen: ChosenLoops) => void;
}

/** The closed lines of a drawing: one may be the outline, others openings in it. */
export function LoopChoice({ drawing, pieceName, chosen, onChoose }: Props) {
  const { units } = usePreferences();
  const { outline, openings } = chosen;
  const setOutline = (next: number | null) => onChoose({ ...chosen, outline: next });
  const setOpenings = (next: readonly number[]) => onChoose({ ...chosen, openings: next });
  return (
    <>
      <Preview drawing={drawing} outline={outline} openings={openings} />
      <ul className="max-h-56 overflow-y-auto border-t-2 border-ink">
        {drawing.loops.map((loop, index) => (
          <li key={loop.path.slice(0, 6).join(" ")} className="flex items-center gap-3 border-b border-line">
            <span className="figure w-32 shrink-0">{sizeText(loop.length_mm, loop.width_mm, units)}</span>
            <label className="flex min-h-11 items-center gap-2">
              <input type="radio" name="outline" checked={outline === index} onChange={() => setOutline(index)} />
              outline
            </label>
            <label className="flex min-h-11 items-center gap-2">
              <input
                type="checkbox"
                disabled={outline === index}
                checked={openings.includes(index) && outline !== index}
                onChange={(event) =>
                  setOpenings(event.target.checked ? [...openings, index] : openings.filter((one) => one !== index))
                }
              />
              opening
            </label>
          </li>
        ))}
        {drawing.refused.map((one) => (
          <li key={`${one.x_mm} ${one.y_mm} ${one.why}`} className="border-b border-line py-2">
            <span className="font-bold text-stop">Refused.</span> {one.why} At {Math.round(one.x_mm)},{" "}
            {Math.round(one.y_mm)} mm.
          </li>
        ))}
      </ul>
      <label className="flex min-h-11 items-center gap-2">
        <input type="radio" name="outline" checked={outline === null} onChange={() => setOutline(null)} />
        Keep the outline of {pieceName}
      </label>
    </>
  );
}

function Preview({
  drawing,
  outline,
  openings,
}: {
  drawing: Drawing;
  outline: number | null;
  openings: readonly number[];
}) {
  const xs = [...drawing.loops.flatMap((loop) => places(loop.path, 0)), ...drawing.refused.map((one) => one.x_mm)];
  const ys = [...drawing.loops.flatMap((loop) => places(loop.path, 1)), ...drawing.refused.map((one) => one.y_mm)];
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const scale = Math.min((WIDTH - 40) / Math.max(x1 - x0, 1), (HEIGHT - 40) / Math.max(y1 - y0, 1));
  const view: View = {
    scale,
    left: 20 - x0 * scale,
    top: 20 + y0 * scale,
    length: x1 - x0,
    width: y1 - y0,
    mirrored: false,
  };
  return (
    <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full border border-line" role="img" aria-label="Preview">
      {drawing.loops.map((loop, index) => (
        <path
          key={loop.path.slice(0, 6).join(" ")}
          d={pathData(view, loop.path)}
          fill={index === outline ? "var(--concrete)" : openings.includes(index) ? "var(--foam)" : "none"}
          stroke="var(--ink)"
          strokeWidth={index === outline ? 2.5 : 1.5}
          strokeDasharray={index === outline || openings.includes(index) ? undefined : "4 4"}
        />
      ))}
      {drawing.refused.map((one) => (
        <circle
          key={`${one.x_mm} ${one.y_mm}`}
          cx={view.left + one.x_mm * scale}
          cy={view.top + (view.width - one.y_mm) * scale}
          r="7"
          fill="none"
          stroke="var(--stop)"
          strokeWidth="3"
        />
      ))}
    </svg>
  );
}
