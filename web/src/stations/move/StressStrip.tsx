import type { PiecePlan } from "@/api/client";

export type Lift = PiecePlan["handling"]["lifts"][number];

interface Props {
  lift: Lift;
  /** From where to where it runs along the way that it bends [mm]. */
  low: number;
  high: number;
  width: number;
  height: number;
}

/** How much of what is allowed the stress takes, place after place along a piece; the line across is the limit. */
export function StressStrip({ lift, low, high, width, height }: Props) {
  const limit = lift.limit.value;
  const most = Math.max(1, ...lift.places.map((one) => one.mpa / limit));
  const x = (mm: number) => ((mm - low) / Math.max(high - low, 1)) * width;
  const y = (share: number) => height - (share / most) * height;
  const line = lift.places.map((one) => `${x(one.at_mm)},${y(one.mpa / limit)}`).join(" ");
  const over = most > 1;
  return (
    <svg
      width={width}
      height={height + 2}
      viewBox={`0 -1 ${width} ${height + 2}`}
      role="img"
      aria-label="Stress along it"
      className="h-auto max-w-full"
    >
      <polygon
        points={`0,${height} ${line} ${width},${height}`}
        fill={over ? "var(--stop)" : "var(--foam-line)"}
        fillOpacity="0.35"
      />
      <polyline points={line} fill="none" stroke={over ? "var(--stop)" : "var(--foam-line)"} strokeWidth="2" />
      <line x1="0" x2={width} y1={y(1)} y2={y(1)} stroke="var(--ink)" strokeWidth="1.5" strokeDasharray="4 3" />
      <line x1="0" x2={width} y1={height} y2={height} stroke="var(--ink)" strokeWidth="1.5" />
    </svg>
  );
}

interface WeakProps {
  lift: Lift;
  /** From a place in the plan to the picture [mm to px]. */
  x: (mm: number) => number;
  y: (mm: number) => number;
  dashed?: boolean;
}

/** The section that would break first: what of it is concrete. */
export function WeakLine({ lift, x, y, dashed }: WeakProps) {
  return lift.strips.map(({ start_mm, end_mm }) => {
    const [x1, x2, y1, y2] =
      lift.along === "x"
        ? [x(lift.at_mm), x(lift.at_mm), y(start_mm), y(end_mm)]
        : [x(start_mm), x(end_mm), y(lift.at_mm), y(lift.at_mm)];
    return (
      <line
        key={start_mm}
        x1={x1}
        x2={x2}
        y1={y1}
        y2={y2}
        stroke="var(--ink)"
        strokeWidth="4"
        {...(dashed ? { strokeDasharray: "7 4" } : {})}
      />
    );
  });
}
