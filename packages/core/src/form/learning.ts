import { repeatingCell } from './compare';
import type { PartedSong } from './parts';
import type { NewBars, SongForm } from './song-form';

/** How much of a song there is to learn. */
export interface ToLearn {
  /** Bars from the first to the last. */
  readonly played: number;
  /** Bars that were not heard before, for each hand. */
  readonly newBars: NewBars;
  /** Parts that go round a few bars again and again. */
  readonly cells: readonly { readonly name: string; readonly bars: number }[];
}

/**
 * Counts the bars of a song that are new, hand by hand, against the bars it plays, and names the parts that repeat a few
 * bars within themselves.
 *
 * @example
 * barsToLearn(partsOf(readChart('[A] x2\n| G | D | G | D |').song), formOf(readChart('[A] x2\n| G | D | G | D |').song)).cells // [{ name: 'A', bars: 2 }]
 */
export function barsToLearn(song: PartedSong, form: SongForm): ToLearn {
  const firsts = song.occurrences.filter(
    (one, index, all) => all.findIndex((other) => other.part === one.part) === index,
  );
  const cells = firsts.flatMap(({ name, part, bars: played }) => {
    const cell = repeatingCell(played.slice(0, part.bars.length));
    return cell === undefined ? [] : [{ name, bars: cell }];
  });
  return { played: form.played, newBars: form.different, cells };
}
