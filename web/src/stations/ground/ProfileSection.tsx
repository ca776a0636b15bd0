import type { Ground, PiecePlan } from "@/api/client";
import { Hatches } from "@/drawing/Hatches";
import { pathData } from "@/drawing/path";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { px, py, type View } from "@/drawing/view";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { overOf } from "./over";

const SIDE_MM = 350;
const UNDER_MM = 60;
const BEHIND_MM = 25; // how far the top stands above what lies behind it
const TOP_PX = 34;
const LABELS_PX = 44;

/** Steps or a ramp from the side, with what lies under them: the ground before them low, behind them high. */
export function ProfileSection({ piece, ground }: { piece: PiecePlan; ground: Ground }) {
  const [place, area] = useSize<HTMLDivElement>();
  const { units } = usePreferences();
  const { length_mm: long, width_mm: high, path } = piece.measure;
  const stone = ground.sub_base?.depth.value ?? 0;
  const low = ground.dig?.depth.inputs?.slab_mm?.value ?? 0;
  const over = overOf(ground);
  const scale = area.width / (long + 2 * SIDE_MM);
  const view: View = { scale, left: SIDE_MM * scale, top: TOP_PX, length: long, width: high, mirrored: false };
  const point = (x: number, y: number) => `${px(view, x)},${py(view, y)}`;
  const behind = high - Math.min(ground.above_mm, BEHIND_MM);
  const floor = -stone - UNDER_MM;
  const soil = [
    point(-SIDE_MM, low - ground.above_mm),
    point(-over, low - ground.above_mm),
    point(-over, -stone),
    point(long + over, -stone),
    point(long + over, behind),
    point(long + SIDE_MM, behind),
    point(long + SIDE_MM, floor),
    point(-SIDE_MM, floor),
  ].join(" ");
  const bottom = py(view, floor);
  return (
    <section aria-label="Section">
      <h2 className="text-lg font-bold">Section from the side</h2>
      <div ref={place} className="relative mt-2">
        <svg
          width="100%"
          height={bottom + LABELS_PX}
          role="img"
          aria-label={`${piece.name} from the side, on the ground`}
        >
          <Hatches />
          {ground.dig && <polygon points={soil} fill="url(#ground)" opacity=".45" />}
          {stone > 0 && (
            <polygon
              points={[point(-over, 0), point(long + over, 0), point(long + over, -stone), point(-over, -stone)].join(
                " ",
              )}
              fill="url(#stone)"
              stroke="var(--ink)"
            />
          )}
          <path d={pathData(view, path)} fill="url(#concrete)" stroke="var(--ink)" strokeWidth="1.5" />
          {ground.inside && (
            <path
              d={pathData(view, ground.inside.outline)}
              fill="url(#stone)"
              stroke="var(--ink)"
              strokeDasharray="4 3"
            />
          )}
        </svg>
        <Tag x={Math.max(70, px(view, long * 0.2))} y={bottom + LABELS_PX / 2}>
          {write(high, "tape", units)} high
        </Tag>
        {stone > 0 && (
          <Tag x={px(view, long * 0.52)} y={bottom + LABELS_PX / 2}>
            stone {write(stone, "tape", units)}
          </Tag>
        )}
        <Tag x={Math.min(area.width - 60, px(view, long * 0.9))} y={bottom + LABELS_PX / 2}>
          {ground.dig ? `dug ${write(ground.dig.depth.value, "tape", units)}` : ground.under}
        </Tag>
      </div>
    </section>
  );
}
