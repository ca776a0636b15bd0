import type { Feature, JobFinding, Piece, PiecePlan } from "@/api/client";
import type { Editor } from "@/api/editor";
import { centreAlong, halfSize } from "@/drawing/anchors";
import type { Box } from "@/drawing/boxes";
import { DimensionLine } from "@/drawing/DimensionLine";
import { featureDimensions } from "@/drawing/featureDimensions";
import { Hatches } from "@/drawing/Hatches";
import { PlanShapes } from "@/drawing/PlanShapes";
import { Plate } from "@/drawing/Plate";
import { sectionDrawing } from "@/drawing/sectionDrawing";
import { useSize } from "@/drawing/useSize";
import { fit, px, py } from "@/drawing/view";
import type { TypedLength } from "@/parts/LengthField";
import { usePreferences } from "@/units/preferences";
import type { Fields } from "./fields";
import { useFeatureMove } from "./useFeatureMove";

interface Props {
  editor: Editor;
  pieceIndex: number;
  piece: Piece;
  planned: PiecePlan;
  findings: JobFinding[];
  lies: boolean;
  selected: string | null;
  fields: Fields;
  onSelect: (id: string | null) => void;
  onRemove: (id: string) => void;
}

const MARGINS = { left: 92, right: 92, top: 58, bottom: 34 };
const NARROW_MARGINS = { left: 62, right: 30, top: 54, bottom: 30 };
const NARROW_PX = 560;
const SECTION_GAP_PX = 88;

/** Plan and section of one piece, true to scale, with its dimensions to be edited where they stand. */
export function MeasureDrawing(props: Props) {
  const { editor, pieceIndex, piece, planned, findings, lies, selected, fields, onSelect, onRemove } = props;
  const { units } = usePreferences();
  const [area, size] = useSize<HTMLDivElement>();
  const narrow = size.width < NARROW_PX;
  const [length, width] = [piece.outline.length.mm, piece.outline.width.mm];
  const mirrored = lies && piece.cast === "face down";
  const sectionShare = Math.max(piece.thickness.mm / width, 0.04);
  const margins = narrow ? NARROW_MARGINS : MARGINS;
  const room = { width: size.width, height: (size.height - SECTION_GAP_PX - margins.top) / (1 + sectionShare) };
  const view = fit(length, width, { width: room.width, height: room.height + margins.top }, margins, mirrored);
  const moving = useFeatureMove({ editor, pieceIndex, view, units, centreOf });
  const boxes = (planned.measure.features as Box[]).map((box) =>
    box.id === moving.live?.id ? boxOf(piece, moving.live) : box,
  );

  function centreOf(id: string) {
    const box = boxes.find((one) => one.id === id);
    return box && { x: box.x_mm, y: box.y_mm };
  }

  if (size.width === 0) return <div ref={area} className="h-full min-h-0" />;
  const feature = (piece.features ?? []).find((one) => one.id === selected);
  const chosen = moving.live?.id === feature?.id ? (moving.live ?? feature) : feature;
  const box = boxes.find((one) => one.id === chosen?.id);
  const needed = planned.measure.thinnest_web?.needed.value ?? 0;
  const dimensions =
    chosen && box
      ? featureDimensions({
          view,
          feature: chosen,
          box,
          others: boxes.filter((one) => one.id !== box.id).map((one) => ({ box: one, name: nameOf(piece, one.id) })),
          needed,
          onDistance: (side, typed) => fields.distance(chosen, side, typed),
          onSize: (field, typed) => fields.featureLength(chosen, field, typed),
        })
      : null;
  const cutAt = box?.y_mm ?? boxes[0]?.y_mm ?? width / 2;
  const keepPiece = (field: string) => (typed: TypedLength) => fields.pieceLength(field, typed);
  const [x0, x1] = [Math.min(px(view, 0), px(view, length)), Math.max(px(view, 0), px(view, length))];
  const bottom = py(view, 0);
  const section = sectionDrawing({
    view,
    piece,
    boxes,
    at: cutAt,
    lies,
    top: bottom + SECTION_GAP_PX - 20,
    onThickness: keepPiece("thickness"),
  });
  const cutY = py(view, cutAt);
  const marks = findings.flatMap(({ piece: of, finding }) => (of === piece.id && finding.mark ? [finding.mark] : []));

  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: it follows the hand; what is moved is a button
    <div
      ref={area}
      className="relative h-full min-h-0 overflow-hidden"
      onPointerMove={moving.move}
      onPointerUp={moving.up}
      onPointerCancel={moving.up}
      onKeyDown={(event) => event.key === "Escape" && onSelect(null)}
    >
      <svg width={size.width} height={size.height} className="absolute inset-0 select-none">
        <title>{`${piece.name}, plan and section`}</title>
        <Hatches />
        <PlanShapes
          view={view}
          piece={piece}
          boxes={boxes}
          marks={moving.live ? [] : marks}
          wrong={wrongFeatures(piece, pieceIndex, findings)}
          selected={selected}
          onFeatureDown={(event, id) => {
            onSelect(id);
            moving.down(event, id);
          }}
          onFeatureKey={(event, id) => {
            if (moving.nudge(event, id)) return;
            if (event.key === "Delete" || event.key === "Backspace") onRemove(id);
          }}
          onSelect={onSelect}
        />
        <g stroke="var(--ink-soft)" strokeWidth="1.25" strokeDasharray="14 4 3 4" className="pointer-events-none">
          <line x1={x0 - 18} x2={x0 - 2} y1={cutY} y2={cutY} />
          <line x1={x1 + 2} x2={x1 + 18} y1={cutY} y2={cutY} />
        </g>
        <DimensionLine x1={x0} x2={x1} y1={view.top - 30} y2={view.top - 30} />
        <DimensionLine x1={x0 - 34} x2={x0 - 34} y1={py(view, width)} y2={py(view, 0)} />
        {dimensions?.lines}
        {section.shapes}
      </svg>
      <p className="absolute text-soft" style={{ left: x0, top: bottom + (narrow ? 30 : 34) }}>
        {narrow ? "section" : lies ? `section as it lies in the form, ${piece.cast}` : "section as it stands"}
      </p>
      <Plate
        x={(x0 + x1) / 2}
        y={view.top - 30}
        label="Length"
        length={piece.outline.length}
        onKeep={keepPiece("outline/length")}
      />
      <Plate
        x={Math.max(x0 - 34, 46)}
        y={(py(view, width) + py(view, 0)) / 2 + (cutBetween(cutY, view.top, bottom) ? 40 : 0)}
        label="Width"
        length={piece.outline.width}
        onKeep={keepPiece("outline/width")}
      />
      {dimensions?.plates}
      {section.plates}
    </div>
  );
}

/** Features of this piece that a finding without a place of its own stops. */
function wrongFeatures(piece: Piece, pieceIndex: number, findings: JobFinding[]): Set<string> {
  const stopped = findings
    .filter(({ finding }) => finding.severity === "stop" && !finding.mark)
    .map(({ finding }) => new RegExp(`^/pieces/${pieceIndex}/features/(\\d+)$`).exec(finding.field)?.[1]);
  return new Set((piece.features ?? []).filter((_, index) => stopped.includes(String(index))).map(({ id }) => id));
}

function cutBetween(cutY: number, top: number, bottom: number): boolean {
  return Math.abs(cutY - (top + bottom) / 2) < 24;
}

function nameOf(piece: Piece, id: string): string {
  return piece.features?.find((feature) => feature.id === id)?.name ?? id;
}

function boxOf(piece: Piece, feature: Feature): Box {
  const half = halfSize(feature);
  return {
    id: feature.id,
    x_mm: centreAlong(feature.x, piece.outline.length.mm, half.x),
    y_mm: centreAlong(feature.y, piece.outline.width.mm, half.y),
    length_mm: half.x * 2,
    width_mm: half.y * 2,
    radius_mm: feature.kind === "hole" ? half.x : Math.min(feature.corner_radius.mm, half.x, half.y),
  };
}
