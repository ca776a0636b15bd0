import { Hatches } from "@/drawing/Hatches";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { fit, type Point, px, py, type View } from "@/drawing/view";
import { FigureButton } from "@/parts/Why";
import { usePreferences } from "@/units/preferences";
import { write } from "@/units/quantity";
import type { ArchResult } from "./ArchStation";

const MARGIN = { left: 70, right: 70, top: 44, bottom: 56 };
const HIGH_PX = 440;
const PHONE_HIGH_PX = 280;
const PHONE_PX = 500;
const WALL_PX = 46;
const ARROW_PX = 62;

/** An arch from the front: its blocks, the lines of thrust in them, and what its abutments take. */
export function ArchDrawing({ arch, piered }: { arch: ArchResult; piered: boolean }) {
  const [place, area] = useSize<HTMLDivElement>();
  const { units } = usePreferences();
  const xs = arch.joints.map((one) => one.outer.x);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const ys = arch.joints.map((one) => Math.min(one.inner.y, one.outer.y));
  const low = Math.min(...ys);
  const high = arch.radius_mm - arch.centre_mm + depthOf(arch);
  const whole = fit(
    right - left,
    high - low,
    area.width < PHONE_PX ? { ...area, height: PHONE_HIGH_PX } : { ...area, height: HIGH_PX },
    MARGIN,
    false,
  );
  const view: View = {
    ...whole,
    left: whole.left - left * whole.scale,
    top: whole.top + low * whole.scale,
  };
  const tall = whole.top + (high - low) * whole.scale + MARGIN.bottom;
  const last = arch.joints.at(-1);
  const first = arch.joints[0];
  if (!first || !last) return null;
  const span = last.inner.x - first.inner.x;
  const rise = arch.radius_mm - arch.centre_mm;
  return (
    <figure>
      <div ref={place} className="relative">
        <svg width="100%" height={tall} role="img" aria-label={`${arch.name}: the ring from the front`}>
          <Hatches />
          <Abutments view={view} arch={arch} piered={piered} foot={tall - 12} />
          <path d={ringOf(view, arch)} fill="url(#concrete)" stroke="var(--ink)" strokeWidth="2" />
          {arch.joints.map((one) => (
            <path
              key={one.number}
              d={`M${at(view, one.inner)}L${at(view, one.outer)}`}
              stroke="var(--ink)"
              strokeWidth={Math.max(1.5, arch.joint_mm * view.scale)}
            />
          ))}
          {arch.joint_mm * view.scale > MORTAR_SEEN_PX &&
            arch.joints.map((one) => (
              <path
                key={`mortar ${one.number}`}
                d={`M${at(view, one.inner)}L${at(view, one.outer)}`}
                stroke="var(--paper)"
                strokeWidth={arch.joint_mm * view.scale - 2}
              />
            ))}
          <Line view={view} points={arch.least} dash="3 5" />
          <Line view={view} points={arch.most} dash="10 5" />
          <Line view={view} points={arch.middle} />
          <Push view={view} arch={arch} />
        </svg>
        <Tag x={px(view, 0)} y={py(view, 0) + 18}>
          {write(span, "tape", units)} clear
        </Tag>
        <Tag x={px(view, 0)} y={py(view, rise / 2)}>
          {write(rise, "tape", units)} high
        </Tag>
        <Tag x={px(view, 0)} y={py(view, rise + depthOf(arch)) - 20}>
          ring {write(depthOf(arch), "tape", units)}
        </Tag>
      </div>
      <figcaption className="text-soft">
        {arch.least.length > 0
          ? "Lines of thrust: whole, nearest to the middle; dots, least thrust; dashes, most."
          : "No line of thrust lies in this ring. The whole line comes nearest."}{" "}
        Arrows: each abutment pushes back with <FigureButton figure={arch.push} />
        {arch.least.length > 0 ? ", at the most." : "."}
      </figcaption>
    </figure>
  );
}

/** A joint of mortar is drawn as one from here on [px]. */
const MORTAR_SEEN_PX = 4;

function depthOf(arch: ArchResult): number {
  const one = arch.joints[0];
  return one ? Math.hypot(one.outer.x - one.inner.x, one.outer.y - one.inner.y) : 0;
}

const at = (view: View, { x, y }: Point) => `${px(view, x)},${py(view, y)}`;

/** The ring with its faces: curved, or straight from joint to joint. */
function ringOf(view: View, arch: ArchResult): string {
  const [first, last] = [arch.joints[0], arch.joints.at(-1)];
  if (!first || !last) return "";
  if (arch.inside_mm > 0) {
    const back = [...arch.joints].reverse().map((one) => one.outer);
    return `M${[...arch.joints.map((one) => one.inner), ...back].map((one) => at(view, one)).join("L")}Z`;
  }
  const inner = arch.radius_mm * view.scale;
  const outer = (arch.radius_mm + depthOf(arch)) * view.scale;
  return [
    `M${at(view, first.inner)}`,
    `A${inner},${inner} 0 0 1 ${at(view, last.inner)}`,
    `L${at(view, last.outer)}`,
    `A${outer},${outer} 0 0 0 ${at(view, first.outer)}Z`,
  ].join("");
}

function Line({ view, points, dash }: { view: View; points: ArchResult["middle"]; dash?: string }) {
  if (points.length === 0) return null;
  return (
    <path
      d={`M${points.map((one) => at(view, one)).join("L")}`}
      fill="none"
      stroke="var(--chalk)"
      strokeWidth={dash ? 2 : 3}
      strokeDasharray={dash}
      data-thrust={dash ?? "middle"}
    />
  );
}

/** What holds it: hatched walls or piers, from the springings down. */
function Abutments({ view, arch, piered, foot }: { view: View; arch: ArchResult; piered: boolean; foot: number }) {
  return [arch.joints[0], arch.joints.at(-1)].map((one, side) => {
    if (!one) return null;
    const [inner, outer] = [px(view, one.inner.x), px(view, one.outer.x)];
    const beyond = outer + (side ? WALL_PX : -WALL_PX);
    const back = py(view, one.outer.y);
    const top = piered ? back : Math.max(8, back - 90);
    const d = `M${inner},${py(view, one.inner.y)}L${outer},${back}${piered ? "" : `V${top}`}H${beyond}V${foot}H${inner}Z`;
    return (
      <path
        key={one.number}
        d={d}
        fill="url(#ground)"
        stroke="var(--ink)"
        strokeWidth="1"
        data-abutment={piered ? "pier" : "wall"}
      />
    );
  });
}

/** What each abutment pushes back with. */
function Push({ view, arch }: { view: View; arch: ArchResult }) {
  const lean = (arch.push_deg * Math.PI) / 180;
  const [run, climb] = [Math.cos(lean) * ARROW_PX, Math.sin(lean) * ARROW_PX];
  return [arch.joints[0], arch.joints.at(-1)].map((one, side) => {
    if (!one) return null;
    const x = px(view, (one.inner.x + one.outer.x) / 2);
    const y = py(view, (one.inner.y + one.outer.y) / 2);
    const away = side ? 1 : -1;
    const [tailX, tailY] = [x + away * run, y + climb];
    const wing = (turn: number) => {
      const angle = Math.atan2(tailY - y, tailX - x) + turn;
      return `${x + 11 * Math.cos(angle)},${y + 11 * Math.sin(angle)}`;
    };
    return (
      <path
        key={one.number}
        d={`M${tailX},${tailY}L${x},${y}M${wing(0.5)}L${x},${y}L${wing(-0.5)}`}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2.5"
        data-push={side ? "right" : "left"}
      />
    );
  });
}
