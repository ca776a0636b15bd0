import { type PointerEvent, useId } from "react";
import type { Piece, PiecePlan } from "@/api/client";
import { Hatches } from "@/drawing/Hatches";
import { pathData } from "@/drawing/path";
import type { View } from "@/drawing/view";
import { usePreferences } from "@/units/preferences";
import { sizeText } from "../job/Rail";

interface Spot {
  id: string;
  x_mm: number;
  y_mm: number;
  label: string;
}

interface Props {
  piece: Piece;
  plan: PiecePlan;
  spots: Spot[];
  /** Where the pointer was put down on the piece [mm]. */
  onPlace?: (x: number, y: number) => void;
}

/** A piece in plan, as it stands, with what was seen on it at its place. */
export function PlacePlan({ piece, plan, spots, onPlace }: Props) {
  const { units } = usePreferences();
  const arrow = useId();
  const { length_mm: l, width_mm: w, path } = plan.measure;
  const view: View = { scale: 1, left: 0, top: 0, length: l, width: w, mirrored: false };
  const margin = Math.max(l, w) * 0.06;
  const mark = Math.max(l, w) * 0.022;
  const place = (event: PointerEvent<SVGSVGElement>) => {
    const matrix = event.currentTarget.getScreenCTM();
    if (!matrix || !onPlace) return;
    const at = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const [x, y] = [Math.round(at.x), Math.round(w - at.y)];
    if (x >= 0 && x <= l && y >= 0 && y <= w) onPlace(x, y);
  };
  return (
    <figure>
      <svg
        viewBox={`${-margin} ${-margin} ${l + 2 * margin} ${w + 2 * margin}`}
        className={`max-h-80 w-full ${onPlace ? "cursor-crosshair touch-none" : ""}`}
        role="img"
        aria-labelledby={arrow}
        onPointerDown={place}
      >
        <title id={arrow}>
          {piece.name} from above, {spots.length === 1 ? "one place" : `${spots.length} places`} marked
        </title>
        <Hatches />
        <path d={pathData(view, path)} fill="url(#concrete)" stroke="var(--ink)" strokeWidth={mark / 5} />
        {plan.measure.features.map((feature) => (
          <path
            key={`${feature.id} ${feature.copy}`}
            d={feature.paths.map((one) => pathData(view, one)).join("")}
            fill={feature.role === "through" ? "var(--ground)" : "none"}
            fillRule="evenodd"
            stroke="var(--ink)"
            strokeWidth={mark / 8}
          />
        ))}
        {spots.map((spot) => (
          <g key={spot.id} data-spot={spot.id} transform={`translate(${spot.x_mm} ${w - spot.y_mm})`}>
            <circle r={mark * 1.5} fill="var(--paper)" stroke="var(--stop)" strokeWidth={mark / 2.4} />
            <text
              textAnchor="middle"
              dominantBaseline="central"
              fontSize={mark * 1.9}
              fontWeight="700"
              fill="var(--ink)"
            >
              {spot.label}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="text-soft">Finished side up, front edge at the bottom: {sizeText(l, w, units)}</figcaption>
    </figure>
  );
}
