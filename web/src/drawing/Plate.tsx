import { useState } from "react";
import type { Length } from "@/api/client";
import { LengthEntry, type TypedLength } from "@/parts/LengthField";
import { otherUnits, shown } from "@/units/length";
import { usePreferences } from "@/units/preferences";

interface Props {
  /** The middle of the plate [px]. */
  x: number;
  y: number;
  label: string;
  length: Length;
  /** Whether this is the figure that was asked for, and not one that follows from others. */
  held?: boolean;
  wrong?: boolean;
  prefix?: string;
  onKeep?: (typed: TypedLength) => Promise<void>;
}

/** How near a plate's middle may come to the side of the drawing. */
const EDGE_PX = 42;
const ENTRY_EDGE_PX = 84;

/** A dimension on the drawing: click it, type, Enter. */
export function Plate({ x, y, label, length, held = true, wrong = false, prefix = "", onKeep }: Props) {
  const { units } = usePreferences();
  const [open, setOpen] = useState(false);
  const text = prefix + shown(length, units);
  const edge = open ? ENTRY_EDGE_PX : EDGE_PX;
  const place = { left: `clamp(${edge}px, ${x}px, calc(100% - ${edge}px))`, top: y };
  if (open && onKeep) {
    return (
      <div className="absolute z-20 -translate-x-1/2 -translate-y-1/2" style={place}>
        <LengthEntry label={label} length={length} onKeep={onKeep} onDone={() => setOpen(false)} />
      </div>
    );
  }
  const look = `figure absolute z-10 -translate-x-1/2 -translate-y-1/2 bg-paper px-1.5 text-base leading-[26px] whitespace-nowrap border ${
    wrong ? "border-stop text-stop" : "text-chalk"
  } ${held ? "border-transparent" : "border-dotted border-chalk/60"}`;
  if (!onKeep) {
    return (
      <span className={look} style={place} data-distance={label}>
        {text}
      </span>
    );
  }
  return (
    <button
      type="button"
      className={`${look} after:absolute after:-inset-2.5`}
      style={place}
      title={otherUnits(length.mm, units)}
      aria-label={`${label} ${text}, change`}
      data-dimension={label}
      onClick={() => setOpen(true)}
    >
      {text}
    </button>
  );
}
