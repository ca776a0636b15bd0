import {
  type Feature,
  type FeatureInput,
  type Job,
  type JobInput,
  type LengthInput,
  type Piece,
  type PieceInput,
  Refused,
} from "@/api/client";
import { type Editor, withField } from "@/api/editor";
import type { Side } from "@/drawing/featureDimensions";
import type { TypedLength } from "@/parts/LengthField";
import type { Units } from "@/units/length";

/** Changes of one piece, each kept as a revision with what was done in its words. */
export interface Fields {
  /** Sets a field of the piece by its place in it, such as ``outline/length``. */
  pieceField: (field: string, value: unknown) => Promise<void>;
  featureField: (feature: Feature, field: string, value: unknown) => Promise<void>;
  /** Sets how far a feature is from an edge: to an opening's edge, to a hole's centre. */
  distance: (feature: Feature, side: Side, typed: TypedLength) => Promise<void>;
  feature: (feature: FeatureInput, what: string) => Promise<void>;
  features: (change: (features: Feature[]) => FeatureInput[], what: string) => Promise<void>;
  piece: (change: (piece: Piece) => PieceInput, what: string) => Promise<void>;
  jobField: (field: string, value: unknown, what: string) => Promise<void>;
}

export function fieldsOf(editor: Editor, pieceIndex: number): Fields {
  const at = `/pieces/${pieceIndex}`;
  const name = () => editor.kept.job.pieces[pieceIndex]?.name ?? "Piece";
  const said = (of: string, field: string, value: unknown) =>
    `${of}: ${field.split("/").at(-1)?.replaceAll("_", " ")} ${inWords(value)}`.trim().slice(0, 120);
  const setFeature = (feature: FeatureInput, what: string) =>
    editor.change((job) => withFeature(job, pieceIndex, feature), what.slice(0, 120));
  return {
    pieceField: (field, value) =>
      field.startsWith("outline/") && isOverRun(editor.kept.job, pieceIndex)
        ? Promise.reject(new Refused(422, BY_CABINETS))
        : editor.change((job) => withField(job, `${at}/${field}`, value), said(name(), field, value)),
    featureField: (feature, field, value) =>
      setFeature(withField(feature, `/${field}`, value), said(feature.name, field, value)),
    distance: (feature, side, typed) => {
      const to = "diameter" in feature ? "centre" : "edge";
      const axis = side === "left" || side === "right" ? "x" : "y";
      return setFeature(withField(feature, `/${axis}`, { side, to, offset: typed }), said(feature.name, side, typed));
    },
    feature: setFeature,
    features: (change, what) =>
      editor.change(
        (job) => withPiece(job, pieceIndex, (piece) => ({ ...piece, features: change(piece.features) })),
        what.slice(0, 120),
      ),
    piece: (change, what) => editor.change((job) => withPiece(job, pieceIndex, change), what.slice(0, 120)),
    jobField: (field, value, what) => editor.change((job) => withField(job, `/${field}`, value), what.slice(0, 120)),
  };
}

/** What is said where somebody types the size of a top that follows its cabinets. */
export const BY_CABINETS = "This top is as large as its cabinets make it. Change their widths under Cabinets.";

/** Whether a piece lies over cabinets that are described. */
export function isOverRun(job: Job, pieceIndex: number): boolean {
  const piece = job.pieces[pieceIndex];
  return piece?.stays === "over cabinets" && job.cabinets.runs.some((run) => run.tops.includes(piece.id));
}

function inWords(value: unknown): string {
  if (value === null) return "none";
  if (value instanceof Object) return "typed" in value ? String(value.typed ?? "") : "";
  return String(value);
}

/** A length as it is written. */
function typed(text: string): LengthInput {
  return { typed: text };
}

/** A length that something begins with, round in the reader's units. */
export function begunWith(units: Units, metric: string, inches: string): LengthInput {
  return typed(units === "in" ? inches : metric);
}

/** A feature's id that is not among those taken. */
export function freshId(features: readonly { id: string }[], stem: string): string {
  const taken = new Set(features.map((feature) => feature.id));
  for (let number = 1; ; number += 1) {
    const id = number === 1 ? stem : `${stem}-${number}`;
    if (!taken.has(id)) return id;
  }
}

/** The job with one of a piece's features replaced. */
export function withFeature(job: Job, pieceIndex: number, feature: FeatureInput): JobInput {
  return withPiece(job, pieceIndex, (piece) => ({
    ...piece,
    features: piece.features.map((one): FeatureInput => (one.id === feature.id ? feature : one)),
  }));
}

/** The job with one piece changed. */
export function withPiece(job: Job, pieceIndex: number, change: (piece: Piece) => PieceInput): JobInput {
  return { ...job, pieces: job.pieces.map((piece, index) => (index === pieceIndex ? change(piece) : piece)) };
}
