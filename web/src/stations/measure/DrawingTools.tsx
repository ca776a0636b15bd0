import type { useZoom } from "@/drawing/useZoom";
import type { useCut } from "./useCut";

interface Props {
  zoom: ReturnType<typeof useZoom>;
  cut: ReturnType<typeof useCut>;
}

/** How near the drawing is looked at, and which way the piece is cut through. */
export function DrawingTools({ zoom, cut }: Props) {
  return (
    <div className="absolute right-3 bottom-3 z-20 flex gap-1.5 max-lg:bottom-20">
      <button
        type="button"
        className="button px-3"
        aria-label={`Cut ${cut.along === "x" ? "front to back" : "left to right"}`}
        onClick={cut.turn}
      >
        {cut.along === "x" ? "Section ↔" : "Section ↕"}
      </button>
      <button type="button" className="button px-3.5" aria-label="Zoom in" onClick={zoom.nearer}>
        +
      </button>
      <button
        type="button"
        className="button px-3.5"
        aria-label="Zoom out"
        disabled={zoom.isFit}
        onClick={zoom.farther}
      >
        −
      </button>
      <button type="button" className="button px-3" disabled={zoom.isFit} onClick={zoom.fit}>
        Fit
      </button>
    </div>
  );
}
