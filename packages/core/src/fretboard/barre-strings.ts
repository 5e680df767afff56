import type { Fingers } from './grip';

/** A finger over so many strings is a full barre. */
const FULL_BARRE_STRINGS = 4;

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

/**
 * Tells whether a finger lies over so many strings, four, that the whole finger has to hold them down.
 *
 * @example
 * isFullBarre(parseFingers('134211')) // true
 * @example
 * isFullBarre(parseFingers('.32.1.')) // false
 */
export function isFullBarre(fingers: Fingers): boolean {
  return barreStrings(fingers) >= FULL_BARRE_STRINGS;
}

/**
 * Tells the same of a finger that lies from one string to another, both counted alike.
 *
 * @example
 * liesAsFullBarre({ from: 0, to: 5 }) // true
 */
export function liesAsFullBarre({
  from,
  to,
}: {
  readonly from: number;
  readonly to: number;
}): boolean {
  return Math.abs(to - from) + 1 >= FULL_BARRE_STRINGS;
}
