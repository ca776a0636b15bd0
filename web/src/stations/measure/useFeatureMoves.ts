import type { Feature, Job, JobInput } from "@/api/client";
import { useJobEditor } from "@/api/editing";
import { type Anchored, atItsSide, centreOf, isAnchored, movedTo, type Size } from "@/drawing/anchors";
import type { Box } from "@/drawing/boxes";
import { type Guide, snap } from "@/drawing/snapping";
import { type Point, toPiece, type View } from "@/drawing/view";
import { arrowStep, SNAP_PX } from "@/gestures/arrows";
import { useHeldMove } from "@/gestures/useHeldMove";
import { STEP_MM, type Units } from "@/units/length";
import { withPiece } from "./fields";

interface Options {
  pieceIndex: number;
  view: View;
  size: Size;
  boxes: readonly Box[];
  units: Units;
}

/** Where features are, and the lines they are drawn to. */
interface Places {
  features: readonly Anchored[];
  guides: readonly Guide[];
}

/** Features moved together: the first of the ids is the one that is held. */
export function useFeatureMoves({ pieceIndex, view, size, boxes, units }: Options) {
  const editor = useJobEditor();
  const step = STEP_MM[units];
  const boxOf = (id: string) => boxes.find((one) => one.id === id && one.copy === 0);
  const movedBy = ({ features }: Places, by: Point, grid: number) =>
    features.flatMap((feature) => {
      const box = boxOf(feature.id);
      if (!box) return [];
      const at = centreOf(size, feature, box);
      return [atItsSide(movedTo(size, feature, box, at.x + by.x, at.y + by.y, grid))];
    });
  return useHeldMove<readonly string[], Places>({
    keyOf: (ids) => ids.toSorted().join(" "),
    placeOf: (ids) => {
      const all = editor.kept.job.pieces[pieceIndex]?.features ?? [];
      return { features: ids.flatMap((id) => all.filter((one) => one.id === id)).filter(isAnchored), guides: [] };
    },
    dragged: (ids, from, hand) => {
      const [lead] = from.features;
      const box = lead && boxOf(lead.id);
      if (!box) return null;
      const by = toPiece(view, hand.dx, hand.dy);
      if (hand.free) return { features: movedBy(from, by, step), guides: [] };
      const at = centreOf(size, lead, box);
      const others = boxes.filter((one) => !ids.includes(one.id));
      const drawn = snap(size, box, others, at.x + by.x, at.y + by.y, SNAP_PX / view.scale);
      const grid = drawn.guides.length > 0 ? 0 : step;
      return { features: movedBy(from, { x: drawn.x - at.x, y: drawn.y - at.y }, grid), guides: drawn.guides };
    },
    nudged: (_, from, arrow) => ({
      features: movedBy(from, arrowStep(arrow, view.mirrored, units), step),
      guides: [],
    }),
    show: (_, { features }) => editor.preview((job) => withFeatures(job, pieceIndex, features)),
    keep: (_, { features }) => {
      const what = features.length === 1 ? features[0]?.name : `${features.length} features`;
      return editor.letGo((job) => withFeatures(job, pieceIndex, features), `Moved ${what}`.slice(0, 120));
    },
  });
}

function withFeatures(job: Job, pieceIndex: number, features: readonly Feature[]): JobInput {
  return withPiece(job, pieceIndex, (piece) => ({
    ...piece,
    features: piece.features.map((one) => features.find((moved) => moved.id === one.id) ?? one),
  }));
}
