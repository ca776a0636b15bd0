import { type KeyboardEvent, type PointerEvent, useRef } from "react";
import type { JobFinding, Piece, PiecePlan } from "@/api/client";
import { centreOf, isAnchored, type Size } from "@/drawing/anchors";
import type { Box } from "@/drawing/boxes";
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
import { fit, px, py } from "@/drawing/view";
import { usePreferences } from "@/units/preferences";
import { DrawingTools } from "./DrawingTools";
import type { Fields } from "./fields";
import { overallLengths } from "./overall";
import { useCorners } from "./useCorners";
import { type Along, useCut } from "./useCut";
import { useFeatureMoves } from "./useFeatureMoves";
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
  const stands = Math.max(measure.cast_depth_mm, ...drops(piece).map((drop) => measure.cast_depth_mm + drop));
  const sectionShare = Math.max(stands / size.width, 0.04);
  const margins = narrow ? NARROW_MARGINS : MARGINS;
  const height = (room.height - SECTION_GAP_PX - margins.top) / (1 + sectionShare) + margins.top;
  const view = zoom.seen(fit(size.length, size.width, { width: room.width, height }, margins, mirrored));
  const moves = useFeatureMoves({ pieceIndex, view, size, boxes: measure.features, units });
  const corners = useCorners({ pieceIndex, view, measured: measure, still, units });
  const moved = moves.live?.place.features ?? [];
  const shifts = new Map(
    moved.flatMap((feature) => {
      const box = measure.features.find((one) => one.id === feature.id && one.copy === 0);
      if (!box) return [];
      const to = centreOf(size, feature, box);
      return [[feature.id, { dx: to.x - box.x_mm, dy: to.y - box.y_mm }] as const];
    }),
  );
  const boxes: Box[] = measure.features.map((box) => {
    const shift = shifts.get(box.id);
    return shift ? { ...box, x_mm: box.x_mm + shift.dx, y_mm: box.y_mm + shift.dy } : box;
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
  const held = corners.inHand ? corners : moves;
  const guides = held.inHand ? (held.live?.place.guides ?? []) : [];

  function chooseAt(event: PointerEvent, id: string): string[] {
    if (event.shiftKey) {
      const next = selected.includes(id) ? selected.filter((one) => one !== id) : [...selected, id];
      onSelect(next);
      return next;
    }
    const ids = withLead(id);
    onSelect(ids);
    return ids;
  }

  /** Those that move with a feature, itself first. */
  const withLead = (id: string) => (selected.includes(id) ? [id, ...selected.filter((one) => one !== id)] : [id]);

  const gripOf = (id: string) => {
    const ids = withLead(id);
    const { onKeyDown, style } = moves.grip(ids);
    return {
      style,
      onPointerDown(event: PointerEvent<SVGGElement>) {
        event.currentTarget.focus({ preventScroll: true }); // before it is chosen: what is focused is chosen alone
        moves.grip(chooseAt(event, id)).onPointerDown(event);
      },
      onKeyDown(event: KeyboardEvent<SVGGElement>) {
        onKeyDown(event);
        if (event.key === "Delete" || event.key === "Backspace") onRemove(ids);
      },
      onFocus: () => !selected.includes(id) && onSelect([id]),
    };
  };

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
          {piece.drawn === "from the side"
            ? "cut level, seen from above"
            : narrow
              ? "section"
              : lies
                ? `section as it lies in the form, ${piece.cast}`
                : "section as it stands"}
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
