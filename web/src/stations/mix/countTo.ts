/** 1 to n. */
export function countTo(n: number): number[] {
  return Array.from({ length: n }, (_, index) => index + 1);
}
