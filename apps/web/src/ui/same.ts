/** Whether two plain values say the same: what is drawn from them need not be drawn again. */
export function isSame(a: unknown, b: unknown): boolean {
  return JSON.stringify(a) === JSON.stringify(b);
}
