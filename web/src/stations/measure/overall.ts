import type { Length, Piece, PiecePlan } from "@/api/client";
import { valueAt } from "@/api/editor";
import { isLength } from "@/parts/specs";
import type { Fields } from "./fields";

interface OverallPlate {
  length: Length;
  held: boolean;
  onKeep?: (typed: { typed: string; bare: "in" | "mm" }) => Promise<void>;
}

/** Length and width over all: to be typed where the outline has a field for it, else only read. */
export function overallLengths(piece: Piece, measure: PiecePlan["measure"]) {
  const { outline } = piece;
  const plate =
    (field: string | null, mm: number) =>
    (fields: Fields): OverallPlate => {
      const own = field ? valueAt(outline, `/${field}`) : undefined;
      if (!field || !isLength(own) || Math.abs(own.mm - mm) > 1e-6) return { length: { mm, typed: null }, held: false };
      return { length: own, held: true, onKeep: (typed) => fields.pieceField(`outline/${field}`, typed) };
    };
  const named = (...names: string[]) => names.find((name) => name in outline) ?? null;
  return {
    length: plate(named("length", "diameter", "size", "front"), measure.length_mm),
    width: plate(
      outline.kind === "disc" ? "diameter" : outline.kind === "polygon" ? "size" : named("width"),
      measure.width_mm,
    ),
  };
}
