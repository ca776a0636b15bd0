/** The fields of documents, as the core's schemas describe them. */

import type { Length } from "@/api/client";
import { DOCUMENTS, OF_KIND } from "@/api/fields";

export type DocumentName = keyof typeof DOCUMENTS;
export type FieldOf<D extends DocumentName> = keyof (typeof DOCUMENTS)[D]["fields"] & string;
export type Kind = keyof typeof OF_KIND;

/** What a field takes, and within which bounds. */
interface Spec {
  as: "length" | "number" | "choice" | "text" | "flag" | "list";
  label?: string;
  choices?: readonly string[];
  /** What is said where it has no value; without it the field must have one. */
  none?: string;
  /** Of a plain number, in the words of the core. */
  unit?: string;
  whole?: boolean;
  low?: number;
  high?: number;
  /** Of a text the characters, of a list the items that it may have. */
  most?: number;
  default?: string | number | boolean | null;
  /** What has to be known beside the label. */
  hint?: string;
  /** Of a list, the document that its items are. */
  of?: string;
}

/** A field that is shown, by its key in the document. */
export interface FieldSpec extends Spec {
  key: string;
  label: string;
}

const ALL: Record<DocumentName, { title: string; fields: Record<string, Spec> }> = DOCUMENTS;

/** A field of a document. */
export function specOf<D extends DocumentName>(of: D, field: FieldOf<D>): FieldSpec {
  return { as: "text", ...ALL[of].fields[field], key: field, label: ALL[of].fields[field]?.label ?? field };
}

/** The fields of a document that have a label, in its order. */
export function specsOf(of: DocumentName): FieldSpec[] {
  return Object.entries(ALL[of].fields).flatMap(([key, { label, ...spec }]) =>
    label ? [{ ...spec, key, label }] : [],
  );
}

/** Whether there is a document of this name. */
export function isDocument(name: string): name is DocumentName {
  return name in ALL;
}

/** How many items a list of a document may have. */
export function mostOf<D extends DocumentName>(of: D, field: FieldOf<D>): number {
  return ALL[of].fields[field]?.most ?? Number.POSITIVE_INFINITY;
}

/** What casters call a feature or an outline of a kind. */
export function nameOf(kind: Kind): string {
  return ALL[OF_KIND[kind]].title;
}

/** The fields that describe a feature or an outline of a kind. */
export function specsOfKind(kind: Kind): FieldSpec[] {
  return specsOf(OF_KIND[kind]);
}

export function isLength(value: unknown): value is Length {
  return value instanceof Object && "mm" in value && typeof value.mm === "number";
}
