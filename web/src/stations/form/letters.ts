/** Letters of boards, the same on the cut plan, the form and its parts. */

import type { Form, Plan } from "@/api/client";

/** A short name for each board, to stand on it in the drawing. */
export function letterOf(cutting: Plan["cutting"]): Map<string, string> {
  return new Map(cutting.kinds.flatMap((kind) => Object.keys(kind.names)).map((key, index) => [key, letters(index)]));
}

function letters(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : `${letters(Math.floor(index / 26) - 1)}${letter}`;
}

/** The letter of a board, of the first of several forms; its name where it is cut from no sheet. */
export function letterOn(letters: ReadonlyMap<string, string>, form: Form, board: Form["boards"][number]): string {
  const key = `${form.piece}.${board.key}`;
  return letters.get(key) ?? letters.get(`${key}.1`) ?? board.name;
}
