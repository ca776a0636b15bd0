import type { Feature, Job, Piece } from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import type { Side } from "@/drawing/featureDimensions";
import type { TypedLength } from "@/parts/LengthField";
import { withFeature, withPiece } from "./useFeatureMove";

/** Changes of one piece, each kept as a revision with what was done in its words. */
export interface Fields {
  pieceLength: (field: string, typed: TypedLength) => Promise<void>;
  featureLength: (feature: Feature, field: string, typed: TypedLength) => Promise<void>;
  /** Sets how far a feature is from an edge: to an opening's edge, to a hole's centre. */
  distance: (feature: Feature, side: Side, typed: TypedLength) => Promise<void>;
  feature: (feature: Feature, what: string) => Promise<void>;
  piece: (change: (piece: Piece) => Piece, what: string) => Promise<void>;
  job: (change: (job: Job) => Job, what: string) => Promise<void>;
}

export function fieldsOf(editor: Editor, pieceIndex: number): Fields {
  const at = `/pieces/${pieceIndex}`;
  const what = (name: string, field: string, typed: TypedLength) =>
    `${name}: ${field.split("/").at(-1)?.replace("_", " ")} ${typed.typed}`.slice(0, 120);
  const setFeature = (feature: Feature, said: string) =>
    editor.change((job) => withFeature(job, pieceIndex, feature), said);
  return {
    pieceLength: (field, typed) =>
      editor.change((job) => withField(job, `${at}/${field}`, typed), what(nameOf(editor, pieceIndex), field, typed)),
    featureLength: (feature, field, typed) =>
      setFeature({ ...feature, [field]: typed } as Feature, what(feature.name, field, typed)),
    distance: (feature, side, typed) => {
      const to = feature.kind === "hole" ? "centre" : "edge";
      const axis = side === "left" || side === "right" ? "x" : "y";
      return setFeature(
        { ...feature, [axis]: { side, to, offset: typed } } as unknown as Feature,
        what(feature.name, side, typed),
      );
    },
    feature: setFeature,
    piece: (change, said) => editor.change((job) => withPiece(job, pieceIndex, change), said),
    job: (change, said) => editor.change(change, said),
  };
}

function nameOf(editor: Editor, pieceIndex: number): string {
  return editor.kept.job.pieces[pieceIndex]?.name ?? "Piece";
}

/** A feature's id that its piece does not have yet. */
export function freshId(piece: Piece, stem: string): string {
  const taken = new Set(piece.features?.map((feature) => feature.id));
  for (let number = 1; ; number += 1) {
    const id = number === 1 ? stem : `${stem}-${number}`;
    if (!taken.has(id)) return id;
  }
}
