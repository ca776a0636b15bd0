import type { Formed } from "@/api/client";
import { box, extentOf, type Frame, frame } from "@/drawing/extent";
import { FormShapes } from "@/drawing/FormShapes";
import { Hatches } from "@/drawing/Hatches";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";

type Form = Formed["form"];

const MARGINS = { left: 30, right: 30, top: 40, bottom: 20 };
const SECTION_PX = 130;

/** The form as it lies on the bench, from above and cut across, with what each board is cut to. */
export function FormDrawing({ planned, mirrored }: { planned: Formed; mirrored: boolean }) {
  const { units } = usePreferences();
  const [area, size] = useSize<HTMLDivElement>();
  const form = planned.form;
  if (size.width === 0) return <div ref={area} className="h-full min-h-0" />;
  const at = frame(extentOf(form.boards), { width: size.width, height: size.height - SECTION_PX }, MARGINS, mirrored);
  const bottom = at.view.top + at.view.width * at.scale;
  return (
    <div ref={area} className="relative h-full min-h-96 overflow-hidden">
      <svg width={size.width} height={size.height} className="absolute inset-0">
        <title>The form from above, and cut across</title>
        <Hatches />
        <FormShapes at={at} form={form} features={planned.measure.features} />
        <Section at={at} form={form} planned={planned} top={bottom + 40} room={size.height - bottom - 52} />
      </svg>
      {form.boards.map((board) => (
        <BoardTag
          key={board.key}
          at={at}
          board={board}
          ledge={-(form.boards[0]?.y_mm ?? 0) - board.thickness_mm}
          text={writeLength(board.length_cut_mm, units)}
        />
      ))}
      <Tag x={size.width / 2} y={at.view.top - 20}>
        base {writeLength(form.boards[0]?.length_cut_mm ?? 0, units)} ×{" "}
        {writeLength(form.boards[0]?.height_cut_mm ?? 0, units)}
      </Tag>
      <p className="absolute text-soft" style={{ left: at.view.left, top: bottom + 18 }}>
        cut across the middle; strips {writeLength(form.boards[1]?.height.value ?? 0, units)} high
      </p>
    </div>
  );
}

function BoardTag({
  at,
  board,
  ledge,
  text,
}: {
  at: Frame;
  board: Form["boards"][number];
  ledge: number;
  text: string;
}) {
  if (board.key === "base") return null;
  const place = box(at, board.x_mm, board.y_mm, board.dx_mm, board.dy_mm);
  const level = place.width > place.height;
  const roomy = ledge * at.scale > 25;
  const away = { front: 1, back: -1, left: 1, right: -1 }[board.key] ?? 0;
  const side = at.view.mirrored ? -1 : 1;
  return (
    <Tag
      x={place.x + place.width / 2 + (level ? 0 : away * 52 * side)}
      y={place.y + place.height / 2 + (level ? away * (roomy ? 20 : -24) : 0)}
    >
      {board.key} {text}
    </Tag>
  );
}

interface SectionProps {
  at: Frame;
  form: Form;
  planned: Formed;
  top: number;
  /** How high the section may be [px]; a tall form is drawn smaller than its plan. */
  room: number;
}

function Section({ at, form, planned, top, room }: SectionProps) {
  const [base, , right, , left] = form.boards;
  if (!base || !left || !right) return null;
  const scale = at.scale;
  const height = (form.boards[1]?.height.value ?? 0) * scale;
  const lap = -left.bottom_mm * scale;
  const inside = height - lap;
  const strip = (board: Form["boards"][number]) => {
    const place = box(at, board.x_mm, 0, board.thickness_mm, 0);
    return (
      <rect
        key={board.key}
        x={place.x}
        y={top}
        width={place.width}
        height={height}
        fill="var(--board)"
        stroke="var(--board-line)"
      />
    );
  };
  const floor = box(at, base.x_mm, 0, base.dx_mm, 0);
  const smaller = Math.min(1, room / (height + base.thickness_mm * scale));
  const middleX = floor.x + floor.width / 2;
  const middle = form.inside.find((one) => one.edge === "right")?.wanted_mm ?? 0;
  return (
    <g transform={`translate(${middleX} ${top}) scale(${smaller}) translate(${-middleX} ${-top})`}>
      <rect
        x={floor.x}
        y={top + inside}
        width={floor.width}
        height={base.thickness_mm * scale}
        fill="var(--board-face)"
        stroke="var(--board-line)"
      />
      {[left, right].map(strip)}
      {planned.measure.features
        .filter((feature) => Math.abs(feature.y_mm - middle / 2) < feature.width_mm / 2)
        .map((feature) => {
          const place = box(at, feature.x_mm - feature.length_mm / 2, 0, feature.length_mm, 0);
          return (
            <rect
              key={feature.id}
              x={place.x}
              y={top}
              width={place.width}
              height={inside}
              fill="url(#foam)"
              stroke="var(--foam-line)"
              strokeWidth="2"
            />
          );
        })}
      {[left, right].map((board) => {
        const place = box(at, board.x_mm, 0, board.thickness_mm, 0);
        const x = place.x + place.width / 2;
        const reach = form.joint.screw_mm * scale;
        if (form.joint.way === "in") return null;
        const [from, to] =
          form.joint.way === "down"
            ? [top, top + reach]
            : [top + inside + base.thickness_mm * scale, top + inside + base.thickness_mm * scale - reach];
        return <line key={board.key} x1={x} x2={x} y1={from} y2={to} stroke="var(--ink)" strokeWidth="2.5" />;
      })}
    </g>
  );
}
