import type { MouseEvent } from "react";
import { Sheet, Strokes, Voids } from "@/drawing/FaceWork";
import { Hatches } from "@/drawing/Hatches";
import { pathData } from "@/drawing/path";
import { useSize } from "@/drawing/useSize";
import { fit, px, py, toPiece, type View } from "@/drawing/view";
import type { GateNow, MarkNow } from "@/finish/types";
import type { CastingNow } from "@/finish/useFinish";
import { usePreferences } from "@/units/preferences";
import type { AtMachine } from "./useAtMachine";
import { MARKS, markText } from "./words";

/** Low enough on a phone that what to do stands under it, lower still where nothing is marked on it. */
const HIGH_PX = { phone: 230, shown: 160, desk: 420 };
const PHONE_PX = 500;
const MARGIN = { left: 12, right: 12, top: 12, bottom: 12 };
const KINDS = ["high", "scratch", "void"] as const;
const SMALLEST_PX = 16;

/** The face under the pad: a tap marks what is found on it, and what is marked is seen to shrink. */
export function WorkFace({ casting, work }: { casting: CastingNow; work: AtMachine }) {
  const { units } = usePreferences();
  const [place, area] = useSize<HTMLDivElement>();
  const { tool } = work;
  const { face, standing } = casting;
  const { step, now, act } = work;
  const narrow = step?.kind === "grit" ? HIGH_PX.phone : HIGH_PX.shown;
  const view = fit(
    face.length_mm,
    face.width_mm,
    { width: area.width, height: area.width < PHONE_PX ? narrow : HIGH_PX.desk },
    MARGIN,
    false,
  );
  const high = face.width_mm * view.scale + MARGIN.top + MARGIN.bottom;
  const outline = pathData(view, face.path) + face.holes.map((path) => pathData(view, path)).join("");
  const marks = step?.kind === "grit" && now?.done_at === null;
  const first = standing.marks.find((one) => one.id === (act?.kind === "high" ? act.mark.id : null));

  function tap(event: MouseEvent<SVGSVGElement>) {
    if (!marks || event.target === event.currentTarget) return; // beside the concrete, or in an opening
    const box = event.currentTarget.getBoundingClientRect();
    const at = toPiece(view, event.clientX - box.left - px(view, 0), event.clientY - box.top - py(view, 0));
    if (at.x < 0 || at.y < 0 || at.x > face.length_mm || at.y > face.width_mm) return;
    const there = standing.marks.find(
      (one) => Math.hypot(one.x_mm - at.x, one.y_mm - at.y) * view.scale < radiusPx(view, one.size_mm),
    );
    if (there) return work.ask({ kind: "mark", mark: there });
    const where = { x_mm: Math.round(at.x), y_mm: Math.round(at.y) };
    void work.say({ kind: "mark", step: step?.id ?? null, mark: tool, ...where }, MARKS[tool].name.toLowerCase());
  }
  return (
    <div ref={place} className="space-y-1 p-4 pb-0">
      {/* biome-ignore lint/a11y/useKeyWithClickEvents: by keyboard a mark is added with the button below */}
      <svg
        width="100%"
        height={high}
        role="img"
        aria-label={`${face.name}, from above`}
        className={marks ? "cursor-crosshair" : ""}
        onClick={tap}
        data-face
      >
        <Hatches />
        <clipPath id="worked">
          <path d={outline} clipRule="evenodd" />
        </clipPath>
        <path d={outline} fill="url(#concrete)" fillRule="evenodd" stroke="var(--ink)" strokeWidth="2.5" />
        <g clipPath="url(#worked)">
          {(step?.kind === "slurry" || step?.kind === "open") && <Voids view={view} />}
          {step?.kind === "coat" && now?.done_at === null && <Strokes view={view} />}
          {step?.kind === "test" && <Sheet view={view} />}
          {now?.gate && <Passes view={view} gate={now.gate} />}
          {marks && tool === "high" && <Straightedges view={view} />}
        </g>
        {act?.kind === "pass" && <Way view={view} way={act.way} />}
        <text
          x={px(view, 0) + 8}
          y={py(view, 0) - 8}
          className="fill-ink text-sm"
          stroke="var(--paper)"
          strokeWidth="4"
          paintOrder="stroke"
        >
          front
        </text>
        {standing.marks.map((mark, index) => (
          <Spot key={mark.id} view={view} mark={mark} number={index + 1} isNext={mark === first} />
        ))}
      </svg>
      <div className="flex flex-wrap items-center justify-between gap-x-4">
        {now?.gate && (
          <p className="figure">
            Passes: {now.gate.across} across, {now.gate.along} along
          </p>
        )}
        {act?.kind === "high" && (
          <p className="figure">
            <span aria-hidden="true" className="text-caution">
              ◆
            </span>{" "}
            {act.number} {markText(act.mark, units)}
          </p>
        )}
      </div>
      {marks && (
        <fieldset aria-label="What a tap on the face marks" className="grid grid-cols-3">
          {KINDS.map((kind) => (
            <button
              key={kind}
              type="button"
              aria-pressed={tool === kind}
              className={`min-h-11 border-[1.5px] border-ink font-semibold not-first:border-l-0 ${tool === kind ? "bg-ink text-paper" : ""}`}
              onClick={() => work.setTool(kind)}
            >
              {MARKS[kind].name}
            </button>
          ))}
        </fieldset>
      )}
    </div>
  );
}

const radiusPx = (view: View, mm: number): number => Math.max(SMALLEST_PX, (mm * view.scale) / 2);

/** A mark: dashed where it once reached, solid as it is now, ticked when it is gone. */
function Spot({ view, mark, number, isNext }: { view: View; mark: MarkNow; number: number; isNext: boolean }) {
  const [x, y] = [px(view, mark.x_mm), py(view, mark.y_mm)];
  const colour = mark.flat ? "var(--fine)" : "var(--caution)";
  return (
    <g data-mark={mark.mark} data-flat={mark.flat} className="pointer-events-none">
      {(mark.was_mm > mark.size_mm || mark.flat) && (
        <circle
          cx={x}
          cy={y}
          r={radiusPx(view, mark.was_mm)}
          fill="none"
          stroke={colour}
          strokeWidth="2"
          strokeDasharray="5 4"
        />
      )}
      {!mark.flat && (
        <circle
          cx={x}
          cy={y}
          r={radiusPx(view, mark.size_mm)}
          fill={isNext ? "var(--caution)" : "none"}
          fillOpacity="0.25"
          stroke={colour}
          strokeWidth={isNext ? 4 : 2.5}
        />
      )}
      <rect x={x - 21} y={y - 13} width="42" height="26" fill="var(--paper)" />
      <text x={x} y={y + 5} textAnchor="middle" className="text-base font-bold" fill={colour}>
        {mark.flat ? "✓" : MARKS[mark.mark].sign} {number}
      </text>
    </g>
  );
}

/** The passes that were made, as the lines that the pad went: across solid, along dashed. */
function Passes({ view, gate }: { view: View; gate: GateNow }) {
  const [left, right] = [px(view, 0), px(view, view.length)];
  const [top, low] = [py(view, view.width), py(view, 0)];
  const lines = (count: number, every: number) =>
    Array.from(
      { length: Math.min(count, gate.wanted) * every },
      (_, index) => (index + 0.5) / (Math.min(count, gate.wanted) * every),
    );
  return (
    <g stroke="var(--chalk)" strokeWidth="1.5" fill="none" data-passes={gate.across + gate.along}>
      {lines(gate.across, 5).map((share) => (
        <path key={share} d={`M${left + (right - left) * share} ${top}V${low}`} />
      ))}
      {lines(gate.along, 3).map((share) => (
        <path key={share} d={`M${left} ${top + (low - top) * share}H${right}`} strokeDasharray="6 4" />
      ))}
    </g>
  );
}

/** Where the straightedge is laid: along, across, and on both diagonals. */
function Straightedges({ view }: { view: View }) {
  const [left, right] = [px(view, 0), px(view, view.length)];
  const [top, low] = [py(view, view.width), py(view, 0)];
  const middle = { x: (left + right) / 2, y: (top + low) / 2 };
  const d = `M${left} ${middle.y}H${right}M${middle.x} ${top}V${low}M${left} ${top}L${right} ${low}M${left} ${low}L${right} ${top}`;
  return <path d={d} fill="none" stroke="var(--ink)" strokeWidth="1" strokeDasharray="2 6" />;
}

/** The way the next pass goes. */
function Way({ view, way }: { view: View; way: "across" | "along" }) {
  const [left, right] = [px(view, 0), px(view, view.length)];
  const [top, low] = [py(view, view.width), py(view, 0)];
  const x = (left + right) / 2;
  const y = (top + low) / 2;
  const d =
    way === "across"
      ? `M${x} ${low - 14}V${top + 14}m-9 10l9 -10l9 10`
      : `M${left + 14} ${y}H${right - 14}m-10 -9l10 9l-10 9`;
  return (
    <path
      d={d}
      fill="none"
      stroke="var(--crayon)"
      strokeWidth="5"
      strokeLinejoin="round"
      strokeLinecap="round"
      data-way={way}
    />
  );
}
