import { useRef } from "react";
import type { JobFinding, Piece, PiecePlan } from "@/api/client";
import { isAnchored, type Size } from "@/drawing/anchors";
import { CornerHandles } from "@/drawing/CornerHandles";
import { DimensionLine } from "@/drawing/DimensionLine";
import { featureDimensions } from "@/drawing/featureDimensions";
import { Hatches } from "@/drawing/Hatches";
import { OutlineLines, OutlinePlates } from "@/drawing/OutlinePlates";
import { PlanShapes } from "@/drawing/PlanShapes";
import { Plate } from "@/drawing/Plate";
import { SectionLine, UprightSection } from "@/drawing/UprightSection";
import { useSize } from "@/drawing/useSize";
import { useZoom } from "@/drawing/useZoom";
import { fit, px, py, type View } from "@/drawing/view";
import { usePreferences } from "@/units/preferences";
import { DrawingTools } from "./DrawingTools";
import type { Fields } from "./fields";
import { overallLengths } from "./overall";
import { type Along, useCut } from "./useCut";
import { usePlanHand } from "./usePlanHand";
import { useSection } from "./useSection";

interface Props {
  pieceIndex: number;
  piece: Piece;
  planned: PiecePlan;
  findings: JobFinding[];
  lies: boolean;
  selected: readonly string[];
  fields: Fields;
  onSelect: (ids: string[]) => void;
  onRemove: (ids: readonly string[]) => void;
}

const MARGINS = { left: 92, right: 92, top: 58, bottom: 34 };
const NARROW_MARGINS = { left: 62, right: 30, top: 54, bottom: 30 };
const NARROW_PX = 560;
const SECTION_GAP_PX = 88;

type Room = { width: number; height: number };

/** Plan and section of one piece, true to scale, with its dimensions to be edited where they stand. */
export function MeasureDrawing(props: Props) {
  const { pieceIndex, piece, planned, findings, lies, selected, fields, onSelect, onRemove } = props;
  const { units } = usePreferences();
  const [area, room] = useSize<HTMLDivElement>();
  const zoom = useZoom(area, room);
  const still = useRef<PiecePlan["measure"] | null>(null);
  const measure = still.current ?? planned.measure;
  const size: Size = { length: measure.length_mm, width: measure.width_mm };
  const narrow = room.width < NARROW_PX;
  const mirrored = lies && piece.cast === "face down" && piece.drawn !== "from the side";
  const view = zoom.seen(fitted(room, piece, measure, mirrored));
  const { corners, moved, shifts, boxes, guides, gripOf } = usePlanHand({
    pieceIndex,
    view,
    size,
    measure,
    still,
    selected,
    onSelect,
    onRemove,
  });
  const only = selected.length === 1 ? piece.features.find((one) => one.id === selected[0]) : undefined;
  const chosen = moved.find((one) => one.id === only?.id) ?? only;
  const box = boxes.find((one) => one.id === chosen?.id && one.copy === 0);
  const first = box ?? boxes[0];
  const middle = (way: Along) => (way === "x" ? (first?.y_mm ?? size.width / 2) : (first?.x_mm ?? size.length / 2));
  const cut = useCut(view, "x", middle, units);
  const { along, at } = cut;
  const section = useSection(piece, along, at);

  if (room.width === 0) return <div ref={area} className="h-full min-h-0" />;
  const dimensions =
    chosen && isAnchored(chosen) && box
      ? featureDimensions({
          view,
          feature: chosen,
          box,
          others: boxes
            .filter((one) => one.id !== box.id && one.copy === 0 && one.role === "through" && box.role === "through")
            .map((one) => ({ box: one, name: nameOf(piece, one.id) })),
          needed: box.web_needed_mm ?? 0,
          onDistance: (side, typed) => fields.distance(chosen, side, typed),
          onSize: (field, typed) => fields.featureField(chosen, field, typed),
        })
      : null;
  const [x0, x1] = [Math.min(px(view, 0), px(view, size.length)), Math.max(px(view, 0), px(view, size.length))];
  const bottom = py(view, 0);
  const sectionTop = bottom + SECTION_GAP_PX - 20;
  const marks = findings.flatMap(({ piece: of, finding }) => (of === piece.id && finding.mark ? [finding.mark] : []));
  const overall = overallLengths(piece, measure);
  return (
    <div className="relative flex h-full min-h-0 flex-col">
      {/* biome-ignore lint/a11y/noStaticElementInteractions: it follows the hand; what is moved is a button */}
      <div
        ref={area}
        className="relative min-h-0 flex-1 overflow-hidden"
        style={zoom.isFit ? undefined : { touchAction: "none" }}
        onWheel={zoom.wheel}
        onPointerDown={(event) => {
          const { target } = event;
          if (target instanceof SVGSVGElement || (target instanceof Element && target.closest("[data-ground]")))
            onSelect([]);
          zoom.down(event);
        }}
        onPointerMove={zoom.move}
        onPointerUp={zoom.up}
        onPointerCancel={zoom.up}
        onKeyDown={(event) => event.key === "Escape" && onSelect([])}
      >
        <svg width={room.width} height={room.height} className="absolute inset-0 select-none">
          <title>{`${piece.name}, plan and section`}</title>
          <Hatches />
          <g data-ground>
            <PlanShapes
              view={view}
              piece={piece}
              measured={measure}
              boxes={boxes}
              shifts={shifts}
              guides={guides}
              marks={moved.length ? [] : marks}
              wrong={wrongFeatures(piece, pieceIndex, findings)}
              selected={selected}
              grip={gripOf}
            />
          </g>
          {piece.outline.kind === "free" && moved.length === 0 && (
            <CornerHandles
              view={view}
              described={piece.outline.corners}
              places={measure.corners}
              live={corners.live && { index: corners.live.target, ...corners.live.place }}
              grip={corners.grip}
            />
          )}
          <SectionLine view={view} along={along} at={at} grip={cut.grip} />
          <DimensionLine x1={x0} x2={x1} y1={view.top - 30} y2={view.top - 30} />
          <DimensionLine x1={x0 - 34} x2={x0 - 34} y1={py(view, size.width)} y2={bottom} />
          <OutlineLines view={view} outline={piece.outline} />
          {moved.length === 0 && <CornerNumbers view={view} measure={measure} />}
          {dimensions?.lines}
          {section && (
            <UprightSection
              view={view}
              section={section}
              along={along}
              lies={lies && piece.drawn !== "from the side"}
              faceDown={piece.cast === "face down"}
              thickness={piece.thickness.mm}
              top={sectionTop}
            />
          )}
        </svg>
        <p className="absolute text-soft" style={{ left: x0, top: bottom + (narrow ? 30 : 34) }}>
          {sectionWords(piece, lies, narrow)}
        </p>
        <Plate x={(x0 + x1) / 2} y={view.top - 30} label="Length" {...overall.length(fields)} />
        <Plate
          x={Math.max(x0 - 34, 46)}
          y={(py(view, size.width) + bottom) / 2 + (nearMiddle(along, at, size) ? 40 : 0)}
          label={piece.drawn === "from the side" ? "Height" : "Width"}
          {...overall.width(fields)}
        />
        {moved.length === 0 && (
          <OutlinePlates
            view={view}
            outline={piece.outline}
            onKeep={(field, typed) => fields.pieceField(`outline/${field}`, typed)}
          />
        )}
        {dimensions?.plates}
        {section && (
          <Plate
            x={(along === "x" ? x1 : x0 + size.width * view.scale) + 44}
            y={sectionTop - 22}
            label="Thickness"
            length={piece.thickness}
            onKeep={(typed) => fields.pieceField("thickness", typed)}
          />
        )}
      </div>
      <DrawingTools zoom={zoom} cut={cut} />
    </div>
  );
}

const INSIDE_PX = 15;

/** The numbers of the corners, as diagonals are called by them: inside, beside each corner. */
function CornerNumbers({ view, measure }: { view: View; measure: PiecePlan["measure"] }) {
  const ends = measure.tape_checks.flatMap((tape) => [
    { number: tape.first, x: tape.x1, y: tape.y1 },
    { number: tape.second, x: tape.x2, y: tape.y2 },
  ]);
  const corners = [...new Map(ends.map((end) => [end.number, end])).values()].filter(({ number }) => number !== null);
  const [middleX, middleY] = [px(view, measure.length_mm / 2), py(view, measure.width_mm / 2)];
  return corners.map(({ number, x, y }) => (
    <text
      key={number}
      x={px(view, x) + (px(view, x) > middleX ? -INSIDE_PX : INSIDE_PX)}
      y={py(view, y) + (py(view, y) > middleY ? -INSIDE_PX : INSIDE_PX)}
      dy="0.35em"
      textAnchor="middle"
      className="figure"
      fill="var(--ink)"
      stroke="var(--paper)"
      strokeWidth="4"
      paintOrder="stroke"
    >
      {number}
    </text>
  ));
}

/** The plan and the section under it, in one scale, inside of the room there is. */
function fitted(room: Room, piece: Piece, measure: PiecePlan["measure"], mirrored: boolean): View {
  const stands = Math.max(measure.cast_depth_mm, ...drops(piece).map((drop) => measure.cast_depth_mm + drop));
  const sectionShare = Math.max(stands / measure.width_mm, 0.04);
  const margins = room.width < NARROW_PX ? NARROW_MARGINS : MARGINS;
  const height = (room.height - SECTION_GAP_PX - margins.top) / (1 + sectionShare) + margins.top;
  return fit(measure.length_mm, measure.width_mm, { width: room.width, height }, margins, mirrored);
}

function sectionWords(piece: Piece, lies: boolean, narrow: boolean): string {
  if (piece.drawn === "from the side") return "level section from above";
  if (narrow) return "section";
  return lies ? `section in the form, ${piece.cast}` : "section, finished";
}

/** How far drop edges and ribs hang under a piece [mm]. */
function drops(piece: Piece): number[] {
  return piece.features.map((one) => (one.kind === "drop edge" ? one.drop.mm : one.kind === "rib" ? one.height.mm : 0));
}

/** Features of this piece that a finding without a place of its own stops. */
function wrongFeatures(piece: Piece, pieceIndex: number, findings: JobFinding[]): Set<string> {
  const stopped = findings
    .filter(({ finding }) => finding.severity === "stop" && !finding.mark)
    .map(({ finding }) => new RegExp(`^/pieces/${pieceIndex}/features/(\\d+)$`).exec(finding.field)?.[1]);
  return new Set(piece.features.filter((_, index) => stopped.includes(String(index))).map(({ id }) => id));
}

function nearMiddle(along: "x" | "y", at: number, size: Size): boolean {
  return along === "x" && Math.abs(at - size.width / 2) < size.width * 0.08;
}

function nameOf(piece: Piece, id: string): string {
  return piece.features.find((feature) => feature.id === id)?.name ?? id;
}
