import { type KeyboardEvent, type PointerEvent, useEffect, useEffectEvent, useState } from "react";
import type { Hours } from "@/api/client";
import { useSize } from "@/drawing/useSize";
import { valueWords } from "@/parts/values";
import { dateAndClock, weekday } from "@/units/time";
import type { Booked, DaysView, ShopClash } from "./days";
import { Levels } from "./Levels";
import { type TimeScale, timeScale } from "./timeScale";

const LABEL_PX = 208;
const HEAD_PX = 30;
const LANE_PX = 64;
const LEAST_PX = 9;
const HALF_HOUR_MS = 1_800_000;
const DAY_MS = 86_400_000;
const CLOSE_PX = 26;
const NUDGED_MS = 700;
const NAMED = [
  "float",
  "broom",
  "trowel",
  "cover",
  "pull",
  "early saw",
  "wet saw",
  "strip",
  "turn",
  "moist",
  "sponge",
  "wash",
  "grind",
  "slurry",
  "hone",
  "seal",
  "coat",
];

/** An act without its number: the second round of slurry is slurry. */
const kindOf = (act: string): string => act.replace(/-\d+$/, "");

interface Props {
  known: DaysView;
  hours: Hours | undefined;
  chosen: string | null;
  onChoose: (id: string) => void;
  onMove: ((pour: Booked, at: string) => void) | null;
}

/** A lane a pour, day beside day: when it is poured, how long it lies in its form and on the bench, what is due on it. */
export function Lanes({ known, hours, chosen, onChoose, onMove }: Props) {
  const [area, size] = useSize<HTMLDivElement>();
  const { zone, begins, days } = known;
  const width = Math.max(320, size.width - LABEL_PX);
  const scale = timeScale(begins, zone, hours ?? {}, width);
  const height = HEAD_PX + days.pours.length * LANE_PX;
  const month = begins.length > 15;
  const now = Date.parse(known.now);
  const inside = now >= Date.parse(begins[0] ?? "") && now < Date.parse(begins.at(-1) ?? "");
  return (
    <div ref={area} data-lanes>
      <div className="relative" style={{ height }}>
        <svg width={width} height={height} className="absolute top-0" style={{ left: LABEL_PX }} aria-hidden="true">
          <Ground scale={scale} height={height} top={HEAD_PX} nights={!month} />
          {inside && (
            <line
              x1={scale.x(now)}
              x2={scale.x(now)}
              y1={HEAD_PX - 8}
              y2={height}
              stroke="var(--crayon)"
              strokeWidth="3"
            />
          )}
        </svg>
        {begins.slice(0, -1).map((begin, day) =>
          month && day % 7 !== 0 ? null : (
            <span
              key={begin}
              className="figure absolute pl-1"
              style={{ left: LABEL_PX + (scale.days[day] ?? 0), top: 4 }}
            >
              {dayName(begin, zone, month)}
            </span>
          ),
        )}
        {days.pours.map((pour, row) => (
          <Lane
            key={pour.id}
            pour={pour}
            clashes={days.clashes.filter((clash) => clash.of.includes(pour.id))}
            scale={scale}
            width={width}
            zone={zone}
            top={HEAD_PX + row * LANE_PX}
            names={!month}
            chosen={chosen === pour.id}
            onChoose={() => onChoose(pour.id)}
            onMove={onMove && !pour.poured ? (at) => onMove(pour, at) : null}
          />
        ))}
      </div>
      <Levels known={known} scale={scale} left={LABEL_PX} width={width} />
    </div>
  );
}

function dayName(begin: string, zone: string, month: boolean): string {
  const [, number, name] = dateAndClock(begin, zone).split(/[ ,]+/);
  return month ? `${number} ${name}` : `${weekday(begin, zone)} ${number} ${name}`;
}

/** The days and the nights between them, on which the lanes lie. */
export function Ground({
  scale,
  height,
  top,
  nights,
}: {
  scale: TimeScale;
  height: number;
  top: number;
  nights: boolean;
}) {
  return (
    <g>
      {nights &&
        scale.nights.map(({ from, to }) => (
          <rect key={from} x={from} y={top} width={to - from} height={height - top} fill="var(--line)" opacity="0.55" />
        ))}
      {scale.days.map((x) => (
        <line key={x} x1={x} x2={x} y1={0} y2={height} stroke="var(--line-strong)" strokeDasharray="2 4" />
      ))}
    </g>
  );
}

interface LaneProps {
  pour: Booked;
  clashes: readonly ShopClash[];
  scale: TimeScale;
  width: number;
  zone: string;
  top: number;
  names: boolean;
  chosen: boolean;
  onChoose: () => void;
  onMove: ((at: string) => void) | null;
}

function Lane({ pour, clashes, scale, width, zone, top, names, chosen, onChoose, onMove }: LaneProps) {
  const [drag, setDrag] = useState<{ from: number; x: number } | null>(null);
  const [nudge, setNudge] = useState(0);
  const at = Date.parse(pour.at);
  const dragged = drag ? scale.moment(scale.x(at) + drag.x - drag.from) - at : nudge;
  const x = (iso: string) => scale.x(Date.parse(iso) + dragged);
  const poured = { from: x(pour.at), to: Math.max(x(pour.at) + LEAST_PX, x(pour.placed_at)) };
  const moved = new Date(at + dragged).toISOString();
  const seen = poured.to > LEAST_PX && poured.from < width;

  function onPointerDown(event: PointerEvent) {
    if (!onMove) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    setDrag({ from: event.clientX, x: event.clientX });
  }
  function onPointerUp() {
    if (drag && dragged !== 0) onMove?.(moved);
    setDrag(null);
  }
  function onKeyDown(event: KeyboardEvent) {
    const steps = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (!steps || !onMove) return;
    event.preventDefault();
    setNudge(nudge + steps * (event.shiftKey ? DAY_MS : HALF_HOUR_MS));
  }

  // Keys that come close together are one move.
  const nudged = useEffectEvent(() => {
    onMove?.(new Date(at + nudge).toISOString());
    setNudge(0);
  });
  useEffect(() => {
    if (nudge === 0) return;
    const timer = setTimeout(nudged, NUDGED_MS);
    return () => clearTimeout(timer);
  }, [nudge]);

  return (
    <div className="absolute inset-x-0" style={{ top, height: LANE_PX }} data-lane={pour.id}>
      <button
        type="button"
        aria-pressed={chosen}
        className={`absolute left-0 flex h-full flex-col justify-center border-b border-line pr-2 text-left ${
          chosen ? "border-l-4 border-l-crayon pl-2" : ""
        }`}
        style={{ width: LABEL_PX - 8 }}
        onClick={onChoose}
      >
        <span className="line-clamp-2 font-bold leading-[1.15]">{pour.name}</span>
        <span className="text-soft">{pour.poured ? "poured" : pour.pour ? "form ready" : "planned"}</span>
      </button>
      <svg
        width={width}
        height={LANE_PX}
        className="absolute top-0 overflow-hidden"
        style={{ left: LABEL_PX }}
        aria-hidden="true"
      >
        <line x1={0} x2={width} y1={LANE_PX - 0.5} y2={LANE_PX - 0.5} stroke="var(--line)" />
        <Bar from={x(pour.at)} to={x(pour.freed_at)} fill="var(--raised)" stroke="var(--line-strong)" />
        <Bar from={x(pour.at)} to={x(pour.stripped_at)} fill="var(--concrete)" stroke="var(--line-strong)" />
        {clashes.map((clash) => (
          <rect
            key={`${clash.finding.code} ${clash.begin}`}
            x={x(clash.begin) - 1}
            y={LANE_PX - 9}
            width={Math.max(8, x(clash.end) - x(clash.begin))}
            height="5"
            fill="var(--stop)"
          />
        ))}
        <Acts acts={pour.acts} x={x} names={names} from={poured.to} width={width} />
      </svg>
      {seen && (
        <button
          type="button"
          aria-label={`Pour of ${pour.name}, ${dateAndClock(moved, zone)}${onMove ? ". Arrow keys move it by half an hour, with shift by a day" : ""}`}
          className={`absolute z-10 rounded-sm bg-ink touch-none ${onMove ? "cursor-grab active:cursor-grabbing" : ""}`}
          style={{ left: LABEL_PX + poured.from - 2, top: 22, width: poured.to - poured.from + 4, height: 24 }}
          onClick={onChoose}
          onPointerDown={onPointerDown}
          onPointerMove={(event) => drag && setDrag({ ...drag, x: event.clientX })}
          onPointerUp={onPointerUp}
          onPointerCancel={() => setDrag(null)}
          onKeyDown={onKeyDown}
          data-pour-handle
        >
          <span className="absolute -inset-x-3 -inset-y-2.5" />
        </button>
      )}
      {dragged !== 0 && (
        <span
          className="figure pointer-events-none absolute z-20 -translate-x-1/2 bg-crayon px-2 whitespace-nowrap text-crayon-ink"
          style={{ left: LABEL_PX + poured.from, top: -12 }}
        >
          {dateAndClock(moved, zone)}
        </span>
      )}
    </div>
  );
}

function Bar({ from, to, fill, stroke }: { from: number; to: number; fill: string; stroke: string }) {
  return to > from ? <rect x={from} y={27} width={to - from} height="14" fill={fill} stroke={stroke} /> : null;
}

function Acts({
  acts,
  x,
  names,
  from,
  width,
}: {
  acts: Booked["acts"];
  x: (iso: string) => number;
  names: boolean;
  from: number;
  width: number;
}) {
  let last = from - CLOSE_PX;
  const seen = new Set<string>();
  return acts
    .filter((act) => !act.is_state && NAMED.includes(kindOf(act.id)))
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
    .map((act) => {
      const at = x(act.at);
      const key = `${act.piece} ${act.id}`;
      const word = valueWords(kindOf(act.id));
      const named = names && !seen.has(act.id) && at - last > CLOSE_PX + word.length * 3;
      if (named) {
        last = at + word.length * 4;
        seen.add(act.id);
      }
      return (
        <g key={key}>
          <rect x={at - 3} y={25} width="6" height="18" fill={act.waits ? "var(--ink-soft)" : "var(--ink)"} />
          {named && (
            <text
              x={Math.min(at, width - 4)}
              y={18}
              textAnchor={at > width - 36 ? "end" : "middle"}
              fill="var(--ink)"
              className="text-base"
            >
              {word}
            </text>
          )}
        </g>
      );
    });
}
