import { middleOf } from '../units';

/** Fewer taps than these say nothing. */
const LEAST_TAPS = 6;
/** A hand that is further from its own middle than this does not tap along. */
const MOST_SPREAD_S = 0.06;
/** Sound takes no longer than this through the slowest headphones. */
const LONGEST_S = 0.5;

/**
 * Works out how much later than the clock says a sound is heard, from taps to clicks of an even count, both
 * in seconds of the clock: the middle of how late the taps are. Undefined for fewer than six taps, and where
 * they are too uneven to say.
 *
 * @example
 * latencyOf([0.2, 0.8, 1.4, 2, 2.6, 3.2], [0, 0.6, 1.2, 1.8, 2.4, 3]).toFixed(2) // '0.20'
 */
export function latencyOf(
  tapsS: readonly number[],
  clicksS: readonly number[],
): number | undefined {
  const late = tapsS.flatMap((tap) => {
    const click = clicksS.findLast((one) => one <= tap + MOST_SPREAD_S);
    return click === undefined ? [] : [tap - click];
  });
  // The first taps find the beat.
  const settled = late.slice(2);
  if (late.length < LEAST_TAPS) return undefined;
  const middle = middleOf(settled);
  const spread = middleOf(settled.map((one) => Math.abs(one - middle)));
  if (spread > MOST_SPREAD_S || middle > LONGEST_S) return undefined;
  return Math.max(0, middle);
}
