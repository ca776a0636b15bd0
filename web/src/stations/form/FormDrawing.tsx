import type { Form, PiecePlan } from "@/api/client";
import { box, type Extent, extentOfForm, type Frame, frame } from "@/drawing/extent";
import { FormShapes } from "@/drawing/FormShapes";
import { Hatches } from "@/drawing/Hatches";
import { Tag } from "@/drawing/Tag";
import { useSize } from "@/drawing/useSize";
import { writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { letterOn } from "./letters";

const MARGINS = { left: 30, right: 30, top: 40, bottom: 20 };
const SECTION_PX = 130;
const GROUND_PX = 14;
const TAG_PX_A_LETTER = 8.5;
const STANDING = new Set(["strip", "liner", "kerfed strip"]);

interface Props {
  planned: PiecePlan;
  mirrored: boolean;
  /** Of the boards on the cut plan, by piece and board. */
  letters: ReadonlyMap<string, string>;
}

/** The form as it lies on the bench, from above and cut across, with each board's letter and what it is cut to. */
export function FormDrawing({ planned, mirrored, letters }: Props) {
  const { units } = usePreferences();
  const [area, size] = useSize<HTMLDivElement>();
  const form = planned.form;
  if (size.width === 0) return <div ref={area} className="h-full min-h-0" />;
  const around = extentOfForm(form);
  const at = frame(around, { width: size.width, height: size.height - SECTION_PX }, MARGINS, mirrored);
  const bottom = at.view.top + at.view.width * at.scale;
  const strips = form.boards.filter((board) => STANDING.has(board.kind));
  const heights = [...new Set(strips.map((board) => writeLength(board.height.value, units, "cut")))];
  return (
    <div ref={area} className="relative h-full min-h-96 overflow-hidden">
      <svg width={size.width} height={size.height} className="absolute inset-0">
        <title>The form from above, and cut across</title>
        <Hatches />
        <FormShapes at={at} form={form} />
        {!form.stands && <Section at={at} form={form} top={bottom + 40} room={size.height - bottom - 52} />}
      </svg>
      {strips.map((board) => (
        <BoardTag
          key={board.key}
          at={at}
          board={board}
          around={around}
          inward={form.on_ground || form.over_cabinets}
          wide={size.width}
          text={`${letterOn(letters, form, board)} ${writeLength(board.length_cut_mm, units, "cut")}`}
        />
      ))}
      <Tag x={size.width / 2} y={at.view.top - 20}>
        {form.on_ground && form.stands ? (
          "two side forms on the ground, boards between"
        ) : form.on_ground ? (
          `no base: ${form.stiffness.stakes.length} stakes in the ground`
        ) : form.over_cabinets ? (
          "boards under it stay over the cabinets"
        ) : (
          <>
            base {writeLength(form.boards[0]?.length_cut_mm ?? 0, units, "cut")} ×{" "}
            {writeLength(form.boards[0]?.height_cut_mm ?? 0, units, "cut")}
          </>
        )}
      </Tag>
      <p className="absolute text-soft" style={{ left: at.view.left, top: bottom + 18 }}>
        {whatIsSeen(form)} {heights.slice(0, 3).join(", ")} {form.on_ground && form.stands ? "long" : "high"}
        {mirrored && "; mirror image"}
      </p>
    </div>
  );
}

/** What the drawing shows, and of what the sizes after it are. */
function whatIsSeen(form: Form): string {
  if (form.on_ground && form.stands) return "from the side; boards across";
  return form.stands ? "assembled flat, stood up to pour; sides" : "section at the middle; sides";
}

type Board = Form["boards"][number];

/** A side's name and length: outside it where the base leaves room, else beside it. */
function BoardTag({
  at,
  board,
  around,
  inward,
  wide,
  text,
}: {
  at: Frame;
  board: Board;
  around: Extent;
  /** Stakes stand where its name would. */
  inward: boolean;
  wide: number;
  text: string;
}) {
  const place = box(at, board.x_mm, board.y_mm, board.dx_mm, board.dy_mm);
  const whole = box(at, around.x0, around.y0, around.x1 - around.x0, around.y1 - around.y0);
  const [x, y] = [place.x + place.width / 2, place.y + place.height / 2];
  const [dx, dy] = [x - whole.x - whole.width / 2, y - whole.y - whole.height / 2];
  const level = place.width > place.height;
  const far = Math.max(Math.hypot(dx, dy), 1);
  const half = (text.length * TAG_PX_A_LETTER) / 2 + 6;
  const inside = (place: number) => Math.min(Math.max(place, half), wide - half);
  const out = inward ? -1 : 1;
  return (
    <Tag
      x={inside(x + (level ? (dx / far) * 20 : out * Math.sign(dx) * 60))}
      y={y + (level ? out * Math.sign(dy) * 20 : (dy / far) * 20)}
    >
      {text}
    </Tag>
  );
}

interface SectionProps {
  at: Frame;
  form: Form;
  top: number;
  /** How high the section may be [px]; a tall form is drawn smaller than its plan. */
  room: number;
}

/** Cut across the middle of the form from left to right: what of each board and former the cut meets. */
function Section({ at, form, top, room }: SectionProps) {
  const around = extentOfForm(form);
  const foot = Math.min(...form.boards.map((board) => board.bottom_mm));
  const middle = (around.y0 + around.y1) / 2;
  const cut = (path: readonly number[]) => spansAt(path, middle);
  const high = Math.max(...form.boards.map((board) => board.top_mm), form.depth_mm);
  const tall = (high - foot) * at.scale;
  const smaller = Math.min(1, room / Math.max(tall, 1));
  const floor = box(at, around.x0, 0, around.x1 - around.x0, 0);
  const middleX = floor.x + floor.width / 2;
  const y = (mm: number) => top + (high - mm) * at.scale;
  const body = (
    key: string,
    [foot, head]: [Span, Span],
    low: number,
    up: number,
    look: { fill: string; stroke: string },
  ) => (
    <path
      key={key}
      d={`M${at.x(foot[0])} ${y(low)}L${at.x(foot[1])} ${y(low)}L${at.x(head[1])} ${y(up)}L${at.x(head[0])} ${y(up)}Z`}
      fill={look.fill}
      stroke={look.stroke}
      strokeWidth="1.5"
    />
  );
  const round: typeof body = (key, [foot, head], low, up, look) => (
    <ellipse
      key={key}
      cx={(at.x(foot[0]) + at.x(head[1])) / 2}
      cy={(y(low) + y(up)) / 2}
      rx={Math.abs(at.x(foot[1]) - at.x(foot[0])) / 2}
      ry={Math.abs(y(up) - y(low)) / 2}
      fill={look.fill}
      stroke={look.stroke}
      strokeWidth="1.5"
    />
  );
  return (
    <g transform={`translate(${middleX} ${top}) scale(${smaller}) translate(${-middleX} ${-top})`} data-form-section>
      {form.boards.flatMap((board) =>
        pairs(cut(board.path), cut(board.head?.length ? board.head : board.path)).map((spans, index) =>
          body(`${board.key} ${index}`, spans, board.bottom_mm, board.top_mm, {
            fill: board.kind === "base" || board.kind === "bed" ? "var(--board-face)" : "var(--board)",
            stroke: "var(--board-line)",
          }),
        ),
      )}
      {form.on_ground && (
        <rect
          x={floor.x}
          y={y(foot)}
          width={floor.width}
          height={GROUND_PX / smaller}
          fill="url(#ground)"
          data-ground
        />
      )}
      {form.knockouts.flatMap((one) => {
        const [mouth, end] = [cut(one.paths[0] ?? []), cut(one.ends?.[0] ?? one.paths[0] ?? [])];
        const spans = one.mouth === "top" ? pairs(end, mouth) : pairs(mouth, end);
        return spans.map((span, index) =>
          (cutSquare(one, span) ? round : body)(
            `${one.feature} ${index}`,
            span,
            one.bottom_mm,
            one.bottom_mm + one.height_mm,
            {
              fill: one.build.includes("foam") ? "url(#foam)" : "var(--recess)",
              stroke: "var(--foam-line)",
            },
          ),
        );
      })}
      {form.screws
        .filter((screw) => screw.way !== "in" && Math.abs(screw.y_mm - middle) < form.depth_mm / 2)
        .slice(0, 4)
        .map((screw) => {
          const x = box(at, screw.x_mm, 0, 0, 0).x;
          const [from, to] = screw.way === "down" ? [high, high - screw.length_mm] : [foot, foot + screw.length_mm];
          return (
            <line
              key={`${screw.way} ${screw.x_mm} ${screw.y_mm}`}
              x1={x}
              x2={x}
              y1={y(from)}
              y2={y(to)}
              stroke="var(--ink)"
              strokeWidth="3"
            />
          );
        })}
    </g>
  );
}

type Span = [number, number];

/** Whether the cut goes square through a pipe, so that it is seen round. */
function cutSquare(former: Form["knockouts"][number], [foot]: [Span, Span]): boolean {
  return former.kind.startsWith("pipe") && Math.abs(foot[1] - foot[0] - former.height_mm) < 0.01;
}

/** What the cut meets at the foot, each with what it meets of the same at the head. */
function pairs(feet: readonly Span[], heads: readonly Span[]): [Span, Span][] {
  return feet.map((foot, index) => [foot, heads[index] ?? foot]);
}

/** Where a level line at a height of the plan runs through an outline: from where to where [mm]. */
function spansAt(path: readonly number[], y: number): [number, number][] {
  const points = chopped(path);
  const hits = points
    .flatMap(([x1, y1], index) => {
      const [x2, y2] = points[(index + 1) % points.length] ?? [x1, y1];
      return y1 <= y === y2 <= y ? [] : [x1 + ((y - y1) / (y2 - y1)) * (x2 - x1)];
    })
    .sort((a, b) => a - b);
  return hits.flatMap((x, index) =>
    index % 2 === 0 && hits[index + 1] !== undefined ? [[x, hits[index + 1]]] : [],
  ) as [number, number][];
}

const CHORDS = 16;

/** The corners of an outline, its arcs as chords: view geometry only. */
function chopped(path: readonly number[]): [number, number][] {
  const found: [number, number][] = [];
  for (let at = 0; at < path.length; at += 3) {
    const [x1, y1, bulge] = [path[at] ?? 0, path[at + 1] ?? 0, path[at + 2] ?? 0];
    const [x2, y2] = [path[(at + 3) % path.length] ?? 0, path[(at + 4) % path.length] ?? 0];
    found.push([x1, y1]);
    if (!bulge) continue;
    const angle = 4 * Math.atan(bulge);
    const off = (1 - bulge * bulge) / (4 * bulge);
    const [cx, cy] = [(x1 + x2) / 2 - (y2 - y1) * off, (y1 + y2) / 2 + (x2 - x1) * off];
    for (let step = 1; step < CHORDS; step += 1) {
      const turn = (angle * step) / CHORDS;
      const [dx, dy] = [x1 - cx, y1 - cy];
      found.push([cx + dx * Math.cos(turn) - dy * Math.sin(turn), cy + dx * Math.sin(turn) + dy * Math.cos(turn)]);
    }
  }
  return found;
}
