import type { Form } from "@/api/client";
import { box, type Frame } from "./extent";
import { pathData } from "./path";

interface Props {
  at: Frame;
  form: Form;
  /** Boards, knockouts and more that are there by now; all of them when left out. */
  placed?: ReadonlySet<string>;
  /** Those that are set in this very step. */
  now?: ReadonlySet<string>;
  screws?: boolean;
}

/** The form from above: base, sides, ribs, what stands in it, screws and braces at their true places. */
export function FormShapes({ at, form, placed, now, screws = true }: Props) {
  const there = (key: string) => !placed || placed.has(key);
  const edge = (key: string) => (now?.has(key) ? "var(--crayon)" : "var(--board-line)");
  const width = (key: string) => (now?.has(key) ? 4 : 1.5);
  const drawn = (path: readonly number[]) => pathData(at.view, path, at.from.x, at.from.y);
  return (
    <g>
      {form.boards
        .filter((board) => there(board.key))
        .map((board) => (
          <path
            key={board.key}
            d={drawn(board.path)}
            fill={FILLS[board.kind] ?? "var(--board)"}
            stroke={edge(board.key)}
            strokeWidth={width(board.key)}
            strokeDasharray={board.kind === "lid" ? "9 6" : undefined}
            data-board={board.key}
          />
        ))}
      {placed && !form.boards.every((board) => board.kind !== "strip" || there(board.key)) && (
        <Pencil at={at} form={form} />
      )}
      {placed?.has("bead") &&
        form.cavities.map((cavity) => (
          <path
            key={cavity.join()}
            d={drawn(cavity)}
            fill="none"
            stroke={now?.has("bead") ? "var(--crayon)" : "var(--ink-soft)"}
            strokeWidth="4"
          />
        ))}
      {form.knockouts
        .filter((one) => there(one.feature))
        .map((one) => (
          <path
            key={one.feature}
            d={one.paths.map(drawn).join("")}
            fillRule="evenodd"
            data-former={one.feature}
            fill={one.build.includes("foam") ? "url(#foam)" : one.where === "along an edge" ? "none" : "var(--recess)"}
            stroke={now?.has(one.feature) ? "var(--crayon)" : "var(--foam-line)"}
            strokeWidth={now?.has(one.feature) ? 4 : 2}
            strokeDasharray={one.where === "hung from above" ? "8 4" : undefined}
          />
        ))}
      {form.bridges
        .filter((bridge) => bridge.holes.every((hole) => there(hole.feature)))
        .map((bridge) => (
          <path
            key={`bridge ${bridge.number}`}
            d={drawn(bridge.path)}
            fill="none"
            stroke={bridge.holes.some((hole) => now?.has(hole.feature)) ? "var(--crayon)" : "var(--board-line)"}
            strokeWidth="2"
            data-bridge={bridge.number}
          />
        ))}
      {form.stands &&
        form.cavities.map((cavity) => (
          <path
            key={`inside ${cavity.join()}`}
            d={drawn(cavity)}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="1.5"
            strokeDasharray="7 5"
          />
        ))}
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
      {form.stiffness.stakes
        .filter((stake) => there(stake.side))
        .map((stake) => (
          <path
            key={`${stake.x_mm} ${stake.y_mm}`}
            d={drawn(stake.path)}
            fill="var(--paper)"
            stroke="var(--ink)"
            strokeWidth="1.5"
            data-stake
          />
        ))}
      {screws && <Screws at={at} form={form} covered={placed?.has("tape") ?? false} there={there} />}
    </g>
  );
}

const FILLS: Partial<Record<Form["boards"][number]["kind"], string>> = {
  base: "var(--board-face)",
  bed: "var(--board-face)",
  lid: "none",
  liner: "var(--ink-soft)",
  rib: "var(--board)",
  "hung strip": "var(--raised)",
  "drop strip": "var(--board-face)",
};

/** The inside of the form as it is marked on the base, and the bearers under it. */
function Pencil({ at, form }: { at: Frame; form: Form }) {
  const [base] = form.boards;
  const along = base && base.dx_mm >= base.dy_mm;
  return (
    <g>
      {form.cavities.map((cavity) => (
        <path
          key={cavity.join()}
          d={pathData(at.view, cavity, at.from.x, at.from.y)}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="1.5"
          strokeDasharray="7 5"
        />
      ))}
      {form.stiffness.bearers_mm.map((place) => {
        if (!base) return null; // on the ground there are neither
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

interface ScrewProps {
  at: Frame;
  form: Form;
  covered: boolean;
  there: (key: string) => boolean;
}

function Screws({ at, form, covered, there }: ScrewProps) {
  if (!form.boards.every((board) => board.kind !== "strip" || there(board.key))) return null;
  const mirrored = at.view.mirrored ? -1 : 1;
  return (
    <g
      stroke="var(--ink)"
      strokeWidth="1.5"
      fill={covered ? "var(--ink)" : "var(--paper)"}
      data-screws={form.screws.length}
    >
      {form.screws.map((screw, index) => {
        const [x, y] = [at.x(screw.x_mm), at.y(screw.y_mm)];
        const key = `${index} ${screw.way}`; // of two in one place one goes up, one down
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
