/**
 * Gives the middle one of some values; of an even count the upper of the two in the middle, 0 for none.
 *
 * @example
 * middleOf([3, 1, 2]) // 2
 */
export function middleOf(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
}
