import type { PiecePlan } from "@/api/client";
import { Sheet, Strokes, Voids } from "@/drawing/FaceWork";
import { Hatches } from "@/drawing/Hatches";
import { edgeData, pathData } from "@/drawing/path";
import { useSize } from "@/drawing/useSize";
import { fit, px, py, type View } from "@/drawing/view";
import type { MarkNow } from "@/finish/types";
import { useFill } from "@/parts/useFill";

type Task = PiecePlan["finish"]["tasks"][number];

const HIGH_PX = 300;
const MARGIN = { left: 24, right: 24, top: 16, bottom: 24 };
const PASSES = 6;

/** The show face from above, with what the chosen step works on it. */
export function FaceDrawing({
  piece,
  task,
  marks,
}: {
  piece: PiecePlan;
  task: Task | null;
  marks: readonly MarkNow[];
}) {
  const [place, area] = useSize<HTMLDivElement>();
  const fill = useFill();
  const { measure, finish } = piece;
  const { length_mm: length, width_mm: width } = measure;
  const view = fit(length, width, { width: area.width, height: HIGH_PX }, MARGIN, false);
  const high = width * view.scale + MARGIN.top + MARGIN.bottom;
  const through = measure.features.filter((one) => one.role === "through");
  const outline = pathData(view, measure.path);
  const holes = through.flatMap((one) => one.paths.map((path) => pathData(view, path))).join("");
  const worked = measure.edges.filter((edge) =>
    task?.kind === "rout" ? task.edges.includes(edge.name) : task?.kind === "edges",
  );
  const covers =
    task?.kind === "grind" ||
    task?.kind === "open" ||
    task?.kind === "slurry" ||
    task?.kind === "coat" ||
    task?.kind === "burnish";
  return (
    <figure ref={place}>
      <svg
        width="100%"
        height={high}
        role="img"
        aria-label={task ? `${piece.name}: ${task.name}` : `${piece.name}, nothing is done to it`}
        data-shows={task?.kind ?? "nothing"}
      >
        <Hatches />
        <defs>
          <clipPath id="face">
            <path d={outline + holes} clipRule="evenodd" />
          </clipPath>
        </defs>
        <path d={outline + holes} fill="url(#concrete)" fillRule="evenodd" stroke="var(--ink)" strokeWidth="1.5" />
        {covers && (
          <g clipPath="url(#face)">
            {task.kind === "grind" && <Passes view={view} />}
            {(task.kind === "slurry" || task.kind === "open") && <Voids view={view} />}
            {(task.kind === "coat" || task.kind === "burnish") && <Strokes view={view} />}
          </g>
        )}
        {task?.kind === "test" && <Sheet view={view} />}
        {marks.map((one) => (
          <circle
            key={one.id}
            cx={px(view, one.x_mm)}
            cy={py(view, one.y_mm)}
            r={Math.max(6, (one.size_mm * view.scale) / 2)}
            fill="none"
            stroke={one.flat ? "var(--fine)" : "var(--caution)"}
            strokeWidth="2.5"
            strokeDasharray={one.flat ? "5 4" : undefined}
            data-mark={one.mark}
          />
        ))}
        {worked.map((edge) => (
          <path
            key={edge.name || `${edge.x1} ${edge.y1}`}
            d={edgeData(view, edge)}
            fill="none"
            stroke="var(--chalk)"
            strokeWidth="7"
          />
        ))}
      </svg>
      <figcaption className="flex flex-wrap gap-x-6 text-soft">
        <span>{task ? fill(WHAT[task.kind]) : "as it comes out of the form"}</span>
        {marks.length > 0 && <span>rings: marked at the machine, dashed when gone</span>}
        {finish.edges.length > 0 && task?.kind !== "rout" && (
          <span>{finish.edges.reduce((sum, one) => sum + one.edges.length, 0)} edges routed</span>
        )}
      </figcaption>
    </figure>
  );
}

const WHAT: Record<Task["kind"], string> = {
  open: "dots: stone and sand laid open, alike all over",
  grind: "lines: passes across, then along, each half over the last",
  rout: "thick line: the edge that is routed",
  slurry: "marks: slurry into the voids, over the whole face",
  edges: "thick lines: edges to sand",
  test: "dashed: the sheet, {450 limit} square, where it dries last",
  burnish: "lines: rubbed in circles, until it shines alike",
  coat: "lines: strokes of one coat, a wet edge all the way",
};

/** Crossed passes, the second way dashed. */
function Passes({ view }: { view: View }) {
  const steps = Array.from({ length: PASSES }, (_, index) => (index + 0.5) / PASSES);
  const [left, right] = [px(view, 0), px(view, view.length)];
  const [top, low] = [py(view, view.width), py(view, 0)];
  return (
    <g stroke="var(--chalk)" strokeWidth="2" fill="none">
      {steps.map((share) => (
        <g key={share}>
          <path d={`M${left} ${top + (low - top) * share}H${right}`} />
          <path d={`M${left + (right - left) * share} ${top}V${low}`} strokeDasharray="7 5" />
        </g>
      ))}
    </g>
  );
}
