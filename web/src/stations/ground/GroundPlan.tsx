import { type ReactNode, useState } from "react";
import type { Ground, PiecePlan } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { Hatches } from "@/drawing/Hatches";
import { pathData } from "@/drawing/path";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { fit, px, py, type View } from "@/drawing/view";
import { Choice } from "@/parts/Choice";
import { FigureButton } from "@/parts/Why";
import type { Units } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import { overOf } from "./over";

type Shows = "heights" | "dig" | "boards" | "joints";
type Side = Ground["low"][number];

const SHOWS: readonly { value: Shows; text: string }[] = [
  { value: "heights", text: "Heights" },
  { value: "dig", text: "Dig" },
  { value: "boards", text: "Stakes" },
  { value: "joints", text: "Joints" },
];
const MARGIN = { left: 66, right: 66, top: 54, bottom: 50 };
const HIGH_PX = 400;
const PHONE_HIGH_PX = 320;
const PHONE_PX = 500;
const WALL_PX = 22;
const MARGIN_MM = 150;
const ARROW_PX = 9;

/** The slab from above: how high its corners belong, where water runs, what is dug, staked and jointed. */
export function GroundPlan({ piece, ground }: { piece: PiecePlan; ground: Ground }) {
  const [place, area] = useSize<HTMLDivElement>();
  const [shows, setShows] = useState<Shows>("heights");
  const { units } = usePreferences();
  const plot = useJobEditor().shown.job.ground.plots[piece.id];
  const { length_mm: length, width_mm: width } = ground;
  const around = Math.max(MARGIN_MM, overOf(ground));
  const high = area.width < PHONE_PX ? PHONE_HIGH_PX : HIGH_PX;
  const whole = fit(length + 2 * around, width + 2 * around, { width: area.width, height: high }, MARGIN, false);
  const off = around * whole.scale;
  const view: View = { ...whole, left: whole.left + off, top: whole.top + off, length, width };
  const low = whole.top + (width + 2 * around) * whole.scale + MARGIN.bottom;
  const inField = ground.sections.length > 0;
  const through = inField ? [] : piece.measure.features.filter((one) => one.role === "through");
  const slab = inField
    ? ground.sections.map((path) => pathData(view, path)).join("")
    : pathData(view, ground.outline) + through.flatMap((one) => one.paths.map((hole) => pathData(view, hole))).join("");
  return (
    <figure>
      <Choice label="Shown" value={shows} choices={SHOWS} onChoose={setShows} />
      <div ref={place} className="relative mt-3" data-shows={shows}>
        <svg width="100%" height={low} role="img" aria-label={`${piece.name} from above: ${shows}`}>
          <Hatches />
          {shows === "dig" && ground.outline_dug.length > 0 && (
            <path
              d={pathData(view, ground.outline_dug)}
              fill="none"
              stroke="var(--board-edge, var(--ink))"
              strokeWidth="2"
              strokeDasharray="9 5"
              data-hole
            />
          )}
          {inField && <path d={pathData(view, ground.outline)} fill="url(#stone)" stroke="var(--ink)" data-field />}
          <path d={slab} fill="url(#concrete)" fillRule="evenodd" stroke="var(--ink)" strokeWidth="1.5" />
          {ground.treads.slice(1).map((tread) => (
            <path
              key={tread.begins_mm}
              d={`M${px(view, tread.begins_mm)} ${py(view, 0)}V${py(view, width)}`}
              stroke="var(--ink)"
              strokeWidth="1.5"
              data-riser
            />
          ))}
          {plot?.house && <Wall view={view} side={plot.house} />}
          {(plot?.isolated ?? []).map((side) => (
            <Strip key={side} view={view} side={side} />
          ))}
          {shows === "boards" && <Staked view={view} piece={piece} ground={ground} />}
          {shows === "joints" &&
            ground.joints?.lines.map((one) => (
              <path
                key={`${one.x1} ${one.y1} ${one.x2} ${one.y2}`}
                d={`M${px(view, one.x1)} ${py(view, one.y1)}L${px(view, one.x2)} ${py(view, one.y2)}`}
                stroke="var(--ink)"
                strokeWidth="2.5"
                strokeDasharray="9 6"
                data-joint
              />
            ))}
          {shows === "heights" &&
            ground.water.map((way) => <Water key={`${way.x1} ${way.y1}`} view={view} way={way} />)}
          {ground.corners.map((corner) => (
            <circle
              key={corner.name}
              cx={px(view, corner.x_mm)}
              cy={py(view, corner.y_mm)}
              r="5.5"
              fill={corner.off ? "var(--caution)" : "var(--paper)"}
              stroke="var(--ink)"
              strokeWidth="2"
            />
          ))}
        </svg>
        {shows === "heights" &&
          ground.water.map((way) => (
            <Tag
              key={`${way.x1} ${way.y1}`}
              x={(px(view, way.x1) + px(view, way.x2)) / 2}
              y={(py(view, way.y1) + py(view, way.y2)) / 2}
            >
              <span className="text-chalk">{write(way.drop_mm, "tape", units)}</span>
            </Tag>
          ))}
        {shows === "heights" &&
          ground.treads.map((tread, number) => (
            <Tag
              key={tread.high_mm}
              x={px(view, (tread.begins_mm + tread.ends_mm) / 2)}
              y={py(view, width * (number % 2 ? 0.4 : 0.6))}
            >
              +{write(tread.high_mm, "mm", units)}
            </Tag>
          ))}
        {ground.corners.map((corner) => (
          <CornerTag key={corner.name} view={view} x={corner.x_mm} y={corner.y_mm}>
            {corner.off ? "◆ " : ""}
            <b>{corner.name}</b> {shows === "heights" && write(corner.below.value, "tape", units)}
          </CornerTag>
        ))}
        {shows === "joints" && <JointPlates view={view} joints={ground.joints} />}
      </div>
      <figcaption className="text-soft">
        <Caption shows={shows} ground={ground} piece={piece} />
      </figcaption>
    </figure>
  );
}

/** Whether a field has one form, with strips between its sections. */
function isOneForm({ form }: PiecePlan, { sections }: Ground): boolean {
  return sections.length > 0 && form.cavities.length === sections.length;
}

/** The stakes outside; of a field that has one form its boards and strips too. */
function Staked({ view, piece, ground }: { view: View; piece: PiecePlan; ground: Ground }) {
  const { form } = piece;
  const together = isOneForm(piece, ground);
  if (ground.sections.length > 0 && !together) return null;
  const from = (index: number) =>
    together ? (ground.sections[0]?.[index] ?? 0) - (form.cavities[0]?.[index] ?? 0) : 0;
  const [dx, dy] = [from(0), from(1)];
  return (
    <>
      {together &&
        form.boards.map((board) => (
          <path
            key={board.key}
            d={pathData(view, board.path, dx, dy)}
            fill="var(--board)"
            stroke="var(--ink)"
            data-form-board={board.kind}
          />
        ))}
      {form.stiffness.stakes.map((stake) => (
        <path
          key={`${stake.x_mm} ${stake.y_mm}`}
          d={pathData(view, stake.path, dx, dy)}
          fill="var(--ink)"
          stroke="var(--ink)"
          strokeWidth="2"
          data-stake
        />
      ))}
    </>
  );
}

function stakesTold(piece: PiecePlan, ground: Ground, units: Units): string {
  const { form } = piece;
  const stakes = form.stiffness.stakes.length;
  if (ground.sections.length > 0 && !isOneForm(piece, ground)) return "Boards and stakes of one section are on Form.";
  if (form.stands && form.on_ground) {
    const behind = form.stiffness.battens.find((one) => one.key === "stake")?.count ?? 0;
    return `${write(behind, "stakes", units)} behind the side forms and their struts: see Form.`;
  }
  if (!stakes) return "No stakes: its sides stand on a base.";
  const strips = ground.sections.length > 0 ? "; strips between the sections come out" : "";
  return `${write(stakes, "stakes", units)}, outside the boards${strips}.`;
}

function Caption({ shows, ground, piece }: { shows: Shows; ground: Ground; piece: PiecePlan }): ReactNode {
  const { units } = usePreferences();
  const { joints, dig, low, sections, channels, datum } = ground;
  switch (shows) {
    case "heights":
      if (ground.treads.length) return `Treads: over the foot of the steps. Corners: below ${datum}.`;
      return `Corners: below ${datum}. Arrows: where water runs${low.length ? `, off it at the ${low.join(" and the ")}` : ""}.`;
    case "dig":
      return dig ? "Dashed: the hole, with room for boards and stakes." : "Nothing is dug.";
    case "boards":
      return stakesTold(piece, ground, units);
    case "joints":
      if (channels) return `${sections.length} sections; the channels between them are filled with washed stone.`;
      if (!joints) return "It needs no joint.";
      return (
        <>
          Dashed: joints
          {joints.depth && (
            <>
              , <FigureButton figure={joints.depth} /> deep
            </>
          )}
          , at most <FigureButton figure={joints.apart} /> apart.
        </>
      );
  }
}

/** A corner’s name and height, outside of the slab. */
function CornerTag({ view, x, y, children }: { view: View; x: number; y: number; children: ReactNode }) {
  const right = x > view.length / 2;
  const back = y > view.width / 2;
  return (
    <Tag x={px(view, x) + (right ? 36 : -36)} y={py(view, y) + (back ? -20 : 20)}>
      {children}
    </Tag>
  );
}

/** Where joints are, from the left and from the front. */
function JointPlates({ view, joints }: { view: View; joints: Ground["joints"] }) {
  const { units } = usePreferences();
  if (!joints) return null;
  return (
    <>
      {joints.from_left_mm.map((mm) => (
        <Tag key={`x${mm}`} x={px(view, mm)} y={py(view, 0) + 34}>
          <span className="text-chalk">{write(mm, "tape", units)}</span>
        </Tag>
      ))}
      {joints.from_front_mm.map((mm) => (
        <Tag key={`y${mm}`} x={Math.max(34, px(view, 0) - 36)} y={py(view, mm)}>
          <span className="text-chalk">{write(mm, "tape", units)}</span>
        </Tag>
      ))}
    </>
  );
}

/** The building along a side. */
function Wall({ view, side }: { view: View; side: Side }) {
  const [left, right] = [px(view, 0), px(view, view.length)];
  const [top, low] = [py(view, view.width), py(view, 0)];
  const box = {
    back: { x: left - WALL_PX, y: top - WALL_PX, width: right - left + 2 * WALL_PX, height: WALL_PX },
    front: { x: left - WALL_PX, y: low, width: right - left + 2 * WALL_PX, height: WALL_PX },
    left: { x: left - WALL_PX, y: top - WALL_PX, width: WALL_PX, height: low - top + 2 * WALL_PX },
    right: { x: right, y: top - WALL_PX, width: WALL_PX, height: low - top + 2 * WALL_PX },
  }[side];
  return (
    <g data-house={side}>
      <rect {...box} fill="var(--paper)" />
      <rect {...box} fill="url(#ground)" stroke="var(--ink)" strokeWidth="1.5" />
    </g>
  );
}

/** The isolation strip along a side. */
function Strip({ view, side }: { view: View; side: Side }) {
  const [left, right] = [px(view, 0), px(view, view.length)];
  const [top, low] = [py(view, view.width), py(view, 0)];
  const d = {
    back: `M${left} ${top}H${right}`,
    front: `M${left} ${low}H${right}`,
    left: `M${left} ${top}V${low}`,
    right: `M${right} ${top}V${low}`,
  }[side];
  return <path d={d} stroke="var(--fine)" strokeWidth="6" data-strip={side} />;
}

function Water({ view, way }: { view: View; way: Ground["water"][number] }) {
  const [x1, y1, x2, y2] = [px(view, way.x1), py(view, way.y1), px(view, way.x2), py(view, way.y2)];
  const long = Math.hypot(x2 - x1, y2 - y1) || 1;
  const [dx, dy] = [(x2 - x1) / long, (y2 - y1) / long];
  const [ax, ay, bx, by] = [x1 + dx * long * 0.12, y1 + dy * long * 0.12, x2 - dx * long * 0.08, y2 - dy * long * 0.08];
  const wing = (turn: number) => `L${bx - ARROW_PX * (dx + turn * dy)} ${by - ARROW_PX * (dy - turn * dx)}`;
  return (
    <g stroke="var(--chalk)" strokeWidth="2.5" fill="none" data-water>
      <path d={`M${ax} ${ay}L${bx} ${by}M${bx} ${by}${wing(1)}M${bx} ${by}${wing(-1)}`} />
    </g>
  );
}
