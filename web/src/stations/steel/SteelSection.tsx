import { type KeyboardEvent, type PointerEvent, useCallback, useEffect, useRef } from "react";
import type { Job, PiecePlan } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import { STEP_MM, writeLength } from "@/units/length";
import { usePreferences } from "@/units/preferences";
import { NUDGE_REST_MS, SLIP_PX } from "../measure/gestures";
import { isLevel } from "./useBars";

type Steel = PiecePlan["steel"];

interface Props {
  editor: Editor;
  steel: Steel;
  width: number;
  thickness: number;
  faceDown: boolean;
  top: number;
  area: number;
  /** The largest scale that it is drawn at [px a mm]. */
  most: number;
}

const LEFT = 40;
const HIGH_PX = 70;
const WORDS_PX = 230;
const NARROW_PX = 640;

/** Across the piece, from front to back: mesh and bars as thick as they are, at their true height, moved up and down. */
export function SteelSection({ editor, steel, width, thickness, faceDown, top, area, most }: Props) {
  const { units } = usePreferences();
  const narrow = area < NARROW_PX; // a phone: the words go under it
  const scale = Math.min(most, (area - LEFT - (narrow ? LEFT + 24 : WORDS_PX)) / width, HIGH_PX / thickness);
  const stack = steel.stack;
  const height = useHeight(editor, stack?.under.value ?? 0, thickness - (stack?.height.value ?? 0), scale);
  if (!stack) return null;
  const y = (up: number) => top + (thickness - up) * scale;
  const x = (across: number) => LEFT + across * scale;
  const wires = stack.layers.slice(0, stack.meshed);
  const bars = stack.layers.slice(stack.meshed);
  const under = stack.under.value;
  const onWires = under + wires.reduce((sum, one) => sum + one, 0);
  const edge = steel.mesh?.y_mm ?? 0;
  const level = [...new Set((steel.mesh?.wires ?? []).filter((one) => one.y1 === one.y2).map((one) => one.y1))];
  const over = thickness - under - stack.height.value;
  const right = x(width) + 14;
  return (
    <g>
      <rect
        x={LEFT}
        y={top}
        width={width * scale}
        height={thickness * scale}
        fill="url(#concrete)"
        stroke="var(--ink)"
        strokeWidth="1.5"
      />
      {wires.length > 0 && (
        <line
          x1={x(edge)}
          x2={x(width - edge)}
          y1={y(under + (wires[0] ?? 0) / 2)}
          y2={y(under + (wires[0] ?? 0) / 2)}
          stroke="var(--steel)"
          strokeWidth={Math.max(2, (wires[0] ?? 0) * scale)}
        />
      )}
      {wires.length > 1 &&
        level.map((place) => (
          <circle
            key={place}
            cx={x(place)}
            cy={y(under + (wires[0] ?? 0) + (wires[1] ?? 0) / 2)}
            r={Math.max(2, ((wires[1] ?? 0) * scale) / 2)}
            fill="var(--steel)"
          />
        ))}
      {bars.length > 1 &&
        steel.bars
          .filter((one) => one.line.x1 === one.line.x2)
          .map((one) => (
            <line
              key={one.key}
              x1={x(one.line.y1)}
              x2={x(one.line.y2)}
              y1={y(onWires + (bars[0] ?? 0) + (bars[1] ?? 0) / 2)}
              y2={y(onWires + (bars[0] ?? 0) + (bars[1] ?? 0) / 2)}
              stroke="var(--steel)"
              strokeWidth={Math.max(2, (bars[1] ?? 0) * scale)}
            />
          ))}
      {steel.bars.filter(isLevel).map((one) => (
        <circle
          key={one.key}
          cx={x(one.line.y1)}
          cy={y(onWires + (bars[0] ?? 0) / 2)}
          r={Math.max(3.5, ((bars[0] ?? 0) * scale) / 2)}
          fill="var(--steel)"
          stroke="var(--ink)"
        />
      ))}
      <line
        x1={LEFT}
        x2={x(width)}
        y1={y(faceDown ? 0 : thickness)}
        y2={y(faceDown ? 0 : thickness)}
        stroke="var(--ink)"
        strokeWidth="4"
      />
      <rect
        role="slider"
        tabIndex={0}
        aria-label="Height of the steel over the form's floor"
        aria-valuenow={Math.round(under * 10) / 10}
        aria-valuemin={0}
        aria-valuemax={Math.round((thickness - stack.height.value) * 10) / 10}
        aria-valuetext={writeLength(under, units)}
        className="steel-height cursor-ns-resize"
        x={LEFT}
        y={y(under + stack.height.value) - 6}
        width={width * scale}
        height={stack.height.value * scale + 12}
        fill="transparent"
        style={{ touchAction: "none" }}
        onPointerDown={height.down}
        onPointerMove={height.move}
        onPointerUp={height.up}
        onPointerCancel={height.up}
        onKeyDown={height.nudge}
      />
      <g stroke="var(--chalk)" strokeWidth="1.5" fill="none">
        <path d={`M${right} ${y(0)}V${y(under)}M${right - 6} ${y(0)}h12M${right - 6} ${y(under)}h12`} />
        <path
          d={`M${right} ${y(thickness)}V${y(thickness - over)}M${right - 6} ${y(thickness)}h12M${right - 6} ${y(thickness - over)}h12`}
        />
      </g>
      {[`${writeLength(over, units)} over it`, `${writeLength(under, units)} under it`].map((told, line) => (
        <text
          key={told}
          x={narrow ? LEFT : right + 14}
          y={narrow ? y(0) + 24 + 22 * line : line ? Math.max(y(0) + 4, y(thickness) + 32) : y(thickness) + 10}
          className="figure text-base"
          fill="var(--chalk)"
        >
          {told}
        </text>
      ))}
    </g>
  );
}

/** The steel moved up and down: planned as it goes, kept as one revision when let go. */
function useHeight(editor: Editor, under: number, highest: number, scale: number) {
  const { units } = usePreferences();
  const held = useRef<{ pointer: number; y: number; from: number; moved: boolean } | null>(null);
  const waiting = useRef<number | null>(null);
  const resting = useRef<ReturnType<typeof setTimeout> | null>(null);
  const at = (job: Job, mm: number) => withField(job, "/steel/height", { mm });
  const keep = useCallback(() => {
    if (resting.current) clearTimeout(resting.current);
    resting.current = null;
    const mm = waiting.current;
    waiting.current = null;
    if (mm !== null) void editor.change((job) => withField(job, "/steel/height", { mm }), "Moved the steel up or down");
  }, [editor.change]);
  useEffect(() => keep, [keep]);
  const show = (to: number) => {
    const step = STEP_MM[units];
    const mm = Math.min(Math.max(Math.round(to / step) * step, 0), Math.max(0, highest));
    waiting.current = mm;
    editor.preview((job) => at(job, mm));
  };
  return {
    down(event: PointerEvent) {
      if (event.button !== 0) return;
      (event.currentTarget as Element).setPointerCapture(event.pointerId);
      held.current = { pointer: event.pointerId, y: event.clientY, from: under, moved: false };
    },
    move(event: PointerEvent) {
      const hand = held.current;
      if (!hand || event.pointerId !== hand.pointer) return;
      const dy = event.clientY - hand.y;
      if (!hand.moved && Math.abs(dy) < SLIP_PX) return;
      hand.moved = true;
      show(hand.from - dy / scale);
    },
    up() {
      const moved = held.current?.moved;
      held.current = null;
      if (moved) keep();
    },
    nudge(event: KeyboardEvent) {
      const by: Record<string, number> = { ArrowUp: 1, ArrowDown: -1 };
      const way = by[event.key];
      if (!way) return;
      event.preventDefault();
      show((waiting.current ?? under) + way * STEP_MM[units]);
      if (resting.current) clearTimeout(resting.current);
      resting.current = setTimeout(keep, NUDGE_REST_MS);
    },
  };
}
