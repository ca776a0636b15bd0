/** A dimension line with its end strokes [px]. */
export function DimensionLine({ x1, y1, x2, y2 }: { x1: number; y1: number; x2: number; y2: number }) {
  const upright = x1 === x2;
  const [dx, dy] = upright ? [6, 0] : [0, 6];
  return (
    <g stroke="var(--chalk)" strokeWidth="1.5">
      <line x1={x1} y1={y1} x2={x2} y2={y2} />
      <line x1={x1 - dx} y1={y1 - dy} x2={x1 + dx} y2={y1 + dy} />
      <line x1={x2 - dx} y1={y2 - dy} x2={x2 + dx} y2={y2 + dy} />
    </g>
  );
}

/** A quiet line from a distance's one end to its other [px]. */
export function DistanceLine({ x1, y1, x2, y2 }: { x1: number; y1: number; x2: number; y2: number }) {
  return (
    <line
      className="pointer-events-none"
      x1={x1}
      y1={y1}
      x2={x2}
      y2={y2}
      stroke="var(--chalk)"
      strokeWidth="1.75"
      strokeDasharray="2 4"
    />
  );
}
