import { repeatingCell } from './compare';
import { barKeys } from './music-keys';
import type { PartedSong } from './parts';

/** How much of a song there is to learn. */
export interface ToLearn {
  /** Bars from the first to the last. */
  readonly played: number;
  /** Bars that differ in their chords or how long these last. */
  readonly distinct: number;
  /** Parts that go round a few bars again and again. */
  readonly cells: readonly { readonly name: string; readonly bars: number }[];
}

/**
 * Counts the bars of a song that differ against the bars it plays, and names the parts that repeat a
 * few bars within themselves.
 *
 * @example
 * barsToLearn(partsOf(readChart('[A] x2\n| G | D | G | D |').song)) // { played: 8, distinct: 2, cells: [{ name: 'A', bars: 2 }] }
 */
export function barsToLearn(song: PartedSong): ToLearn {
  const bars = song.occurrences.flatMap((one) => one.bars);
  const keys = bars.map((bar) => `${barKeys(bar).chords} ${barKeys(bar).durations}`);
  const firsts = song.occurrences.filter(
    (one, index, all) => all.findIndex((other) => other.part === one.part) === index,
  );
  const cells = firsts.flatMap(({ name, part, bars: played }) => {
    const cell = repeatingCell(played.slice(0, part.bars.length));
    return cell === undefined ? [] : [{ name, bars: cell }];
  });
  return { played: bars.length, distinct: new Set(keys).size, cells };
}
