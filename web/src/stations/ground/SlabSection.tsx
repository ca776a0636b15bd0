import { useState } from "react";
import type { Ground, PiecePlan } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { Hatches } from "@/drawing/Hatches";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { Choice } from "@/parts/Choice";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { overOf } from "./over";

type Scale = "1" | "5";
const SCALES: readonly { value: Scale; text: string }[] = [
  { value: "1", text: "true scale" },
  { value: "5", text: "heights × 5" },
];
const SIDE_MM = 350;
const STAKE_MM = 300;
const UNDER_MM = 60;
const LABELS_PX = 44;

/** The slab cut along its fall, with what lies under it and beside it. */
export function SlabSection({ piece, ground }: { piece: PiecePlan; ground: Ground }) {
  const [place, area] = useSize<HTMLDivElement>();
  const [chosen, setChosen] = useState<Scale>("1");
  const { units } = usePreferences();
  const plot = useJobEditor().shown.job.ground.plots[piece.id];
  const to = ground.falls_to;
  const along = to === "front" || to === "back";
  const run = along ? ground.width_mm : ground.length_mm;
  const drop = ground.section_drop_mm;
  const thick = piece.measure.cast_depth_mm;
  const stone = ground.sub_base?.depth.value ?? 0;
  const above = ground.dig ? ground.above_mm : 0;
  const over = overOf(ground);
  const atWall = plot?.house && OPPOSITE[to] === plot.house;
  const wide = area.width / (run + 2 * SIDE_MM);
  const tall = wide * Number(chosen);
  const X = (mm: number) => (mm + SIDE_MM) * wide;
  const top = atWall ? 70 : 34;
  const Y = (mm: number) => top + mm * tall; // below the high side
  const deep = drop + thick + stone + UNDER_MM;
  const bottom = Math.max(Y(deep), Y(drop) + STAKE_MM * wide + 12);
  const at = (x: number) => (drop * x) / run;
  const line = (from: number, till: number, below: number) =>
    `${X(from)},${Y(at(from) + below)} ${X(till)},${Y(at(till) + below)}`;
  const high = atWall ? 0 : -over;
  const low = run + over;
  const soil = `0,${Y(above + at(high))} ${X(high)},${Y(above + at(high))} ${line(high, low, thick + stone)} ${X(low)},${Y(above + at(low))} ${X(run + SIDE_MM)},${Y(above + at(low))} ${X(run + SIDE_MM)},${bottom} 0,${bottom}`;
  const bound = (below: number, deeper: number, from: number, till: number) =>
    `${line(from, till, below)} ${line(till, from, deeper)}`;
  const stack = piece.steel.stack;
  return (
    <section aria-label="Section">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-lg font-bold">Section along the fall</h2>
        <Choice label="Scale" value={chosen} choices={SCALES} onChoose={setChosen} />
      </div>
      <div ref={place} className="relative mt-2">
        <svg
          width="100%"
          height={bottom + LABELS_PX}
          role="img"
          aria-label={`${piece.name} in section, falling to the ${to}`}
        >
          <Hatches />
          {ground.dig && <polygon points={soil} fill="url(#ground)" opacity=".45" />}
          {!ground.dig && (
            <polygon points={bound(thick, thick + 90, -SIDE_MM, run + SIDE_MM)} fill="url(#ground)" opacity=".45" />
          )}
          {stone > 0 && (
            <polygon points={bound(thick, thick + stone, high, low)} fill="url(#stone)" stroke="var(--ink)" />
          )}
          <polygon points={bound(0, thick, 0, run)} fill="url(#concrete)" stroke="var(--ink)" strokeWidth="1.5" />
          {stack && (
            <polyline
              points={line(40, run - 40, stack.cover_show.value + stack.height.value / 2)}
              fill="none"
              stroke="var(--steel)"
              strokeWidth="3"
              strokeDasharray="12 4"
            />
          )}
          {atWall && (
            <>
              <rect x="0" y="0" width={X(0)} height={bottom} fill="var(--paper)" />
              <rect x="0" y="0" width={X(0)} height={bottom} fill="url(#ground)" stroke="var(--ink)" />
              {plot?.isolated.includes(plot.house ?? "back") && (
                <rect x={X(0) - 3} y={Y(0)} width="6" height={thick * tall} fill="var(--fine)" />
              )}
            </>
          )}
          <Board x={X(run)} y={Y(drop)} wide={wide} tall={tall} thick={thick} staked={ground.dig !== null} />
        </svg>
        {atWall && (
          <Tag x={X(0) / 2} y={20}>
            building
          </Tag>
        )}
        {drop > 0 && (
          <Tag x={X(run / 2)} y={Math.max(14, Y(0) - 18)}>
            <span className="text-chalk">
              {write(drop, "tape", units)} in {write(run, "tape", units)}
            </span>
          </Tag>
        )}
        <Tag x={Math.max(70, X(run * 0.2))} y={bottom + LABELS_PX / 2}>
          slab {write(thick, "tape", units)}
        </Tag>
        {stone > 0 && (
          <Tag x={X(run * 0.52)} y={bottom + LABELS_PX / 2}>
            stone {write(stone, "tape", units)}
          </Tag>
        )}
        <Tag x={Math.min(area.width - 60, X(run * 0.9))} y={bottom + LABELS_PX / 2}>
          {ground.dig ? `dug ${write(ground.dig.depth.value, "tape", units)}` : ground.under}
        </Tag>
      </div>
    </section>
  );
}

const OPPOSITE = { front: "back", back: "front", left: "right", right: "left" } as const;
const BOARD_MM = 38;

interface BoardProps {
  x: number;
  y: number;
  wide: number;
  tall: number;
  thick: number;
  staked: boolean;
}

/** The board at the low side, and its stake. */
function Board({ x, y, wide, tall, thick, staked }: BoardProps) {
  const board = Math.max(4, BOARD_MM * wide);
  const long = thick * tall + STAKE_MM * wide;
  return (
    <g fill="var(--board)" stroke="var(--ink)">
      <rect x={x} y={y} width={board} height={thick * tall} />
      {staked && (
        <path d={`M${x + board} ${y + 2}h${board}v${long - board}l${-board / 2} ${board}l${-board / 2} ${-board}Z`} />
      )}
    </g>
  );
}
