import { useState } from "react";
import { Hatches } from "@/drawing/Hatches";
import { pathData } from "@/drawing/path";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { fit, px, py, type View } from "@/drawing/view";
import { Choice } from "@/parts/Choice";
import { valueWords } from "@/parts/values";
import { FigureButton } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { boxOf, type RunResult, type UnitAt } from "./run";

type Shows = "cabinets" | "boards";

const SHOWS: readonly { value: Shows; text: string }[] = [
  { value: "cabinets", text: "Cabinets" },
  { value: "boards", text: "Boards" },
];
const MARGIN = { left: 40, right: 40, top: 40, bottom: 40 };
const HIGH_PX = 440;
const PHONE_HIGH_PX = 330;
const PHONE_PX = 500;
const WALL_PX = 12;
const NARROW_PX = 46;

interface Props {
  run: RunResult;
  chosen: UnitAt | null;
  onChoose: (unit: UnitAt) => void;
}

/** A run from above: what stands in it and the tops over it, or the boards under those and what they lie on. */
export function CabinetPlan({ run, chosen, onChoose }: Props) {
  const [place, area] = useSize<HTMLDivElement>();
  const [shows, setShows] = useState<Shows>("cabinets");
  const box = boxOf(run);
  const [length, width] = [box.right - box.left, box.back - box.front];
  const high = area.width < PHONE_PX ? PHONE_HIGH_PX : HIGH_PX;
  const whole = fit(length, width, { width: area.width, height: high }, MARGIN, false);
  // The plan of a run has its own datum: the drawing is moved, so that paths are drawn as they come.
  const view: View = {
    ...whole,
    left: whole.left - box.left * whole.scale,
    top: whole.top + (box.back - width) * whole.scale,
  };
  const low = whole.top + width * whole.scale + MARGIN.bottom;
  return (
    <figure>
      <Choice label="Shown" value={shows} choices={SHOWS} onChoose={setShows} />
      <div ref={place} className="relative mt-3" data-shows={shows}>
        <svg width="100%" height={low} role="img" aria-label={`${run.name} from above: ${shows}`}>
          <Hatches />
          {run.walls.map((wall) => (
            <Wall key={wall.leg} view={view} wall={wall} />
          ))}
          {run.tops.map((top) => (
            <path
              key={top.name}
              d={[top.path, ...top.openings].map((path) => pathData(view, path)).join("")}
              fill={top.piece === null ? "none" : "url(#concrete)"}
              fillRule="evenodd"
              stroke="var(--ink)"
              strokeWidth="2"
              strokeDasharray={top.piece === null ? "8 6" : undefined}
              data-top={top.piece ?? ""}
            />
          ))}
          {shows === "boards" ? (
            <Boards view={view} run={run} />
          ) : (
            run.units.map((unit) => (
              <UnitShape key={`${unit.leg} ${unit.number}`} view={view} unit={unit} chosen={isChosen(unit, chosen)} />
            ))
          )}
        </svg>
        {shows === "cabinets" &&
          run.units.map((unit) => (
            <UnitPlate
              key={`${unit.leg} ${unit.number}`}
              view={view}
              unit={unit}
              chosen={isChosen(unit, chosen)}
              onChoose={() => onChoose(unit)}
            />
          ))}
        {shows === "boards" && <BoardNumbers view={view} run={run} />}
      </div>
      <Caption shows={shows} run={run} />
    </figure>
  );
}

function Caption({ shows, run }: { shows: Shows; run: RunResult }) {
  return (
    <figcaption className="text-soft">
      {shows === "cabinets" ? (
        "Shaded: tops. Dashed: what has no cabinet. Press a unit to change it."
      ) : (
        <>
          Dashed: braces, at most <FigureButton figure={run.spacing} /> apart; thin: cabinet sides. Boards end on them;
          their sizes are in the list.
        </>
      )}
    </figcaption>
  );
}

/** The number of each board, in its middle. */
function BoardNumbers({ view, run }: { view: View; run: RunResult }) {
  return run.tops.flatMap((top) =>
    top.boards.map((board) => {
      const [x, y] = middleOf(board.path);
      return (
        <Tag key={`${top.piece} ${board.key}`} x={px(view, x)} y={py(view, y)} tone="round">
          {board.key.replace("under-", "")}
        </Tag>
      );
    }),
  );
}

/** A unit in plan: dashed where it has no cabinet. */
function UnitShape({ view, unit, chosen }: { view: View; unit: RunResult["units"][number]; chosen: boolean }) {
  return (
    <path
      d={pathData(view, unit.path)}
      fill="transparent"
      stroke={chosen ? "var(--chalk)" : "var(--ink)"}
      strokeWidth={chosen ? 3 : 1}
      strokeDasharray={unit.kind === "range" || unit.kind === "dishwasher" ? "4 4" : undefined}
      data-unit={`${unit.leg} ${unit.number}`}
    />
  );
}

function isChosen(unit: UnitAt, chosen: UnitAt | null): boolean {
  return chosen?.leg === unit.leg && chosen.number === unit.number;
}

function middleOf(path: readonly number[]): [number, number] {
  const xs = path.filter((_, at) => at % 3 === 0);
  const ys = path.filter((_, at) => at % 3 === 1);
  return [(Math.min(...xs) + Math.max(...xs)) / 2, (Math.min(...ys) + Math.max(...ys)) / 2];
}

interface UnitProps {
  view: View;
  unit: RunResult["units"][number];
  chosen: boolean;
  onChoose: () => void;
}

/** What a unit is and how wide, on it; pressed, its fields are shown. */
function UnitPlate({ view, unit, chosen, onChoose }: UnitProps) {
  const { units } = usePreferences();
  const [x, y] = middleOf(unit.path);
  const wide = unit.width_mm * view.scale;
  const width = write(unit.width_mm, "mm", units);
  const kind = valueWords(unit.kind, "kind");
  const upright = unit.leg === "back" && wide < NARROW_PX;
  return (
    <button
      type="button"
      aria-label={`${kind}, ${width}`}
      data-plate={`${unit.leg} ${unit.number}`}
      aria-pressed={chosen}
      onClick={onChoose}
      className="figure absolute z-10 min-h-6 -translate-x-1/2 -translate-y-1/2 bg-paper/85 px-1 text-center text-[0.85rem] leading-4 aria-pressed:bg-ink aria-pressed:text-paper"
      style={{ left: px(view, x), top: py(view, y), ...(upright ? { writingMode: "vertical-rl" } : {}) }}
    >
      {wide > 2 * NARROW_PX && unit.kind !== "cabinet" && <span className="block">{kind.split(" (")[0]}</span>}
      {width}
    </button>
  );
}

/** The boards under the tops, and what they lie on. */
function Boards({ view, run }: { view: View; run: RunResult }) {
  return run.tops.map((top) => (
    <g key={top.name}>
      {top.boards.map((board) => (
        <path
          key={board.key}
          d={pathData(view, board.path)}
          fill="var(--board-face)"
          fillOpacity="0.85"
          stroke="var(--ink)"
          strokeWidth="2.5"
          data-board={board.key}
        />
      ))}
      {top.openings.map((path) => (
        <path key={path.join(" ")} d={pathData(view, path)} fill="none" stroke="var(--ink)" strokeDasharray="2 3" />
      ))}
      {top.bearings.map((one) => (
        <path
          key={`${one.on} ${one.x1} ${one.y1}`}
          d={`M${px(view, one.x1)} ${py(view, one.y1)}L${px(view, one.x2)} ${py(view, one.y2)}`}
          stroke="var(--ink)"
          strokeWidth={one.on === "cabinet side" ? 1.5 : 5}
          strokeDasharray={one.on === "cabinet side" ? "none" : "10 4"}
          opacity={one.on === "cabinet side" ? 1 : 0.55}
          data-bearing={one.on}
        />
      ))}
    </g>
  ));
}

/** A wall behind a leg, as far as tops lie along it. */
function Wall({ view, wall }: { view: View; wall: RunResult["walls"][number] }) {
  const [x1, y1, x2, y2] = [px(view, wall.x1), py(view, wall.y1), px(view, wall.x2), py(view, wall.y2)];
  const box = {
    back: { x: Math.min(x1, x2), y: y1 - WALL_PX, width: Math.abs(x2 - x1), height: WALL_PX },
    left: { x: x1 - WALL_PX, y: Math.min(y1, y2), width: WALL_PX, height: Math.abs(y2 - y1) },
    right: { x: x1, y: Math.min(y1, y2), width: WALL_PX, height: Math.abs(y2 - y1) },
  }[wall.leg];
  return <rect {...box} fill="url(#ground)" stroke="var(--ink)" data-wall={wall.leg} />;
}
