import { px, py, type View } from "./view";

const SHEET_MM = 457; // ASTM D4263

/** Voids that slurry goes into, over the whole face. */
export function Voids({ view }: { view: View }) {
  return (
    <>
      <defs>
        <pattern id="voids" width="26" height="22" patternUnits="userSpaceOnUse">
          <g fill="var(--ink)">
            <ellipse cx="6" cy="6" rx="2.6" ry="1.6" />
            <circle cx="18" cy="15" r="1.5" />
            <circle cx="22" cy="4" r="1" />
          </g>
        </pattern>
      </defs>
      <rect
        x={px(view, 0)}
        y={py(view, view.width)}
        width={view.length * view.scale}
        height={view.width * view.scale}
        fill="url(#voids)"
      />
    </>
  );
}

/** Long strokes the one way, in turns from left and right. */
export function Strokes({ view }: { view: View }) {
  const [left, right] = [px(view, 0) + 10, px(view, view.length) - 10];
  const [top, low] = [py(view, view.width), py(view, 0)];
  const rows = Array.from({ length: 9 }, (_, index) => top + ((low - top) * (index + 0.5)) / 9);
  return (
    <g stroke="var(--water)" strokeWidth="9" strokeLinecap="round" opacity="0.8">
      {rows.map((y) => (
        <path key={y} d={`M${left} ${y}H${right}`} />
      ))}
    </g>
  );
}

/** The plastic sheet of the moisture test, at its true size where the piece is larger. */
export function Sheet({ view }: { view: View }) {
  const wide = Math.min(SHEET_MM, view.length * 0.9) * view.scale;
  const high = Math.min(SHEET_MM, view.width * 0.9) * view.scale;
  return (
    <rect
      x={px(view, view.length / 2) - wide / 2}
      y={py(view, view.width / 2) - high / 2}
      width={wide}
      height={high}
      fill="var(--water)"
      fillOpacity="0.35"
      stroke="var(--chalk)"
      strokeWidth="3"
      strokeDasharray="10 6"
    />
  );
}
