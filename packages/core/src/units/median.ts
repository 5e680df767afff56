/**
 * Gives the value in the middle; between the two middle ones of an even number, 0 of none.
 *
 * @example
 * median([4, 1, 2, 3]) // 2.5
 */
export function median(values: readonly number[]): number {
  const sorted = values.toSorted((a, b) => a - b);
  const middle = Math.floor(sorted.length / 2);
  const [low, high] = [sorted[middle - 1] ?? 0, sorted[middle] ?? 0];
  return sorted.length % 2 === 1 ? high : (low + high) / 2;
}
