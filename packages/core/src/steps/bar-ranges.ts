import type { BarRange } from '../edits';

/**
 * Gives the stretches in which some bars are practised: each with the bar before and after it, where
 * there is one.
 *
 * @example
 * barsAround([3, 8], 9) // [{ from: 2, to: 4 }, { from: 7, to: 9 }]
 */
export function barsAround(bars: readonly number[], barCount: number): readonly BarRange[] {
  const around = bars.flatMap((bar) => [bar - 1, bar, bar + 1]);
  return rangesOf(around.filter((bar) => bar >= 1 && bar <= barCount));
}

/**
 * Says some bars by their numbers.
 *
 * @example
 * rangeWords([9]) // 'bar 9'
 * @example
 * rangeWords([2, 3, 5]) // 'bars 2–3, 5'
 */
export function rangeWords(bars: readonly number[]): string {
  const words = rangesOf(bars).map(({ from, to }) => (from === to ? `${from}` : `${from}–${to}`));
  return `${bars.length === 1 ? 'bar' : 'bars'} ${words.join(', ')}`;
}

function rangesOf(bars: readonly number[]): readonly BarRange[] {
  return [...new Set(bars)]
    .sort((a, b) => a - b)
    .reduce<readonly BarRange[]>((ranges, bar) => {
      const last = ranges.at(-1);
      return last && bar === last.to + 1
        ? [...ranges.slice(0, -1), { from: last.from, to: bar }]
        : [...ranges, { from: bar, to: bar }];
    }, []);
}
