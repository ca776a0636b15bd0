/** Whether a key is meant for a field that something is typed into. */
export function isTyping({ target }: KeyboardEvent): boolean {
  return target instanceof Element && target.closest("input, select, textarea") !== null;
}
