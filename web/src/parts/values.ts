import { VALUES } from "@/api/values";

/** What a stored value is called where it is read; of a field, where that makes a difference. */
export function valueWords(value: string, field = ""): string {
  return VALUES[`${field}:${value}`] ?? VALUES[value] ?? value;
}

/** Whether yes and no have words of their own in a field. */
export function hasWords(field: string): boolean {
  return `${field}:true` in VALUES;
}

/** Stored values to choose from, in words. */
export function inWords<T extends string>(values: readonly T[], field = ""): { value: T; text: string }[] {
  return values.map((value) => ({ value, text: valueWords(value, field) }));
}

/** An act in a word or two: a slab is driven on where a piece from the bench is in light use. */
export function actWord({ id, name }: { id: string; name: string }): string {
  return id === "install" ? name.toLowerCase() : valueWords(id);
}
