/** The castings of a pour by their numbers. */
export function serials(numbers: readonly number[] | undefined): string {
  const [first, last] = [numbers?.[0], numbers?.at(-1)];
  if (first === undefined) return "Pour";
  return first === last ? `#${first}` : `#${first}–#${last}`;
}
