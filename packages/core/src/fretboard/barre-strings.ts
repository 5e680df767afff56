import type { Fingers } from './grip';

/** A finger over so many strings is a full barre. */
export const FULL_BARRE_STRINGS = 4;

/**
 * Counts the strings under the widest flat finger; 0 where every finger stands on its tip, or
 * none are known.
 *
 * @example
 * barreStrings(parseFingers('134211')) // 6
 * @example
 * barreStrings(parseFingers('.32.1.')) // 0
 */
export function barreStrings(fingers: Fingers): number {
  const spans = [1, 2, 3, 4].map((finger) => {
    const first = fingers.findIndex((one) => one === finger);
    const last = fingers.findLastIndex((one) => one === finger);
    return last > first ? last - first + 1 : 0;
  });
  return Math.max(...spans);
}
