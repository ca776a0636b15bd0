import type { Formed, PiecePlan } from "@/api/client";
import { box, type Frame } from "./extent";
import { Openings } from "./Openings";

type Form = Formed["form"];

interface Props {
  at: Frame;
  form: Form;
  features: PiecePlan["measure"]["features"];
  /** Boards, knockouts and more that are there by now; all of them when left out. */
  placed?: ReadonlySet<string>;
  /** Those that are set in this very step. */
  now?: ReadonlySet<string>;
  screws?: boolean;
}

/** The form from above: base, strips, knockouts, screws and braces at their true places. */
export function FormShapes({ at, form, features, placed, now, screws = true }: Props) {
  const there = (key: string) => !placed || placed.has(key);
  const edge = (key: string) => (now?.has(key) ? "var(--crayon)" : "var(--board-line)");
  const width = (key: string) => (now?.has(key) ? 4 : 1.5);
  const bead = placed?.has("bead");
  return (
    <g>
      {form.boards
        .filter((board) => there(board.key))
        .map((board) => (
          <rect
            key={board.key}
            {...box(at, board.x_mm, board.y_mm, board.dx_mm, board.dy_mm)}
            fill={board.key === "base" ? "var(--board-face)" : "var(--board)"}
            stroke={edge(board.key)}
            strokeWidth={width(board.key)}
            data-board={board.key}
          />
        ))}
      {placed && !form.boards.slice(1).every((board) => there(board.key)) && <Pencil at={at} form={form} />}
      {bead && <Bead at={at} form={form} now={now?.has("bead") ?? false} />}
      <Openings at={at} features={features.filter((feature) => there(feature.id))} now={now} />
      {form.stiffness.braces.map((brace) => (
        <rect
          key={`${brace.x_mm} ${brace.y_mm}`}
          x={at.x(brace.x_mm) - 5}
          y={at.y(brace.y_mm) - 5}
          width="10"
          height="10"
          fill="var(--paper)"
          stroke="var(--ink)"
          strokeWidth="2"
        />
      ))}
      {screws && <Screws at={at} form={form} covered={placed?.has("tape") ?? false} there={there} />}
    </g>
  );
}

/** The inside of the form as it is marked on the base, and the bearers under it. */
function Pencil({ at, form }: { at: Frame; form: Form }) {
  const [base] = form.boards;
  const [front, right] = [
    form.inside.find((one) => one.edge === "front"),
    form.inside.find((one) => one.edge === "right"),
  ];
  if (!base) return null;
  const along = base.dx_mm >= base.dy_mm;
  return (
    <g>
      <rect
        {...box(at, 0, 0, front?.wanted_mm ?? 0, right?.wanted_mm ?? 0)}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="1.5"
        strokeDasharray="7 5"
      />
      {form.stiffness.bearers_mm.map((place) => {
        const middle = Math.min(Math.max(place, 20), (along ? base.dx_mm : base.dy_mm) - 20) - 20;
        const bearer = along
          ? box(at, base.x_mm + middle, base.y_mm - 30, 40, base.dy_mm + 60)
          : box(at, base.x_mm - 30, base.y_mm + middle, base.dx_mm + 60, 40);
        return (
          <rect key={place} {...bearer} fill="none" stroke="var(--board-line)" strokeWidth="2" strokeDasharray="3 5" />
        );
      })}
    </g>
  );
}

function Bead({ at, form, now }: { at: Frame; form: Form; now: boolean }) {
  const [front, right] = [
    form.inside.find((one) => one.edge === "front"),
    form.inside.find((one) => one.edge === "right"),
  ];
  return (
    <rect
      {...box(at, 0, 0, front?.wanted_mm ?? 0, right?.wanted_mm ?? 0)}
      fill="none"
      stroke={now ? "var(--crayon)" : "var(--ink-soft)"}
      strokeWidth="4"
    />
  );
}

interface ScrewProps {
  at: Frame;
  form: Form;
  covered: boolean;
  there: (key: string) => boolean;
}

function Screws({ at, form, covered, there }: ScrewProps) {
  if (!form.boards.slice(1).every((board) => there(board.key))) return null;
  const mirrored = at.view.mirrored ? -1 : 1;
  return (
    <g
      stroke="var(--ink)"
      strokeWidth="1.5"
      fill={covered ? "var(--ink)" : "var(--paper)"}
      data-screws={form.screws.length}
    >
      {form.screws.map((screw) => {
        const [x, y] = [at.x(screw.x_mm), at.y(screw.y_mm)];
        const key = `${screw.x_mm} ${screw.y_mm} ${screw.dx} ${screw.dy}`;
        if (screw.way !== "in") return <circle key={key} cx={x} cy={y} r="3.5" />;
        const reach = Math.max(14, screw.length_mm * at.scale);
        return (
          <path
            key={key}
            d={`M${x} ${y}l${screw.dx * mirrored * reach} ${-screw.dy * reach}`}
            strokeWidth="2.5"
            fill="none"
          />
        );
      })}
    </g>
  );
}
