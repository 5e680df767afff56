import type { SongPatterns } from '../timeline';
import { handsIn, type SectionHand } from './hands';
import type { PartedSong } from './parts';

/** One section of a song's ribbon. */
export interface PlainBlock {
  readonly letter: string;
  readonly name: string;
  readonly bars: number;
  /** What the picking hand does, where that is not one and the same all through the song. */
  readonly hand?: SectionHand;
}

/**
 * Gives the blocks of a song's ribbon as they are, before anybody has learnt them.
 *
 * @example
 * plainBlocks({ timeline: partsOf(EMPTY_SONG), patterns: songPatterns(EMPTY_SONG) }) // []
 */
export function plainBlocks({
  timeline,
  patterns,
}: {
  readonly timeline: PartedSong;
  readonly patterns: SongPatterns;
}): readonly PlainBlock[] {
  const hands = handsIn(timeline, patterns);
  return timeline.occurrences.map(({ part, name, bars }, at) => ({
    letter: part.letter,
    name,
    bars: bars.length,
    ...(hands[at] && { hand: hands[at] }),
  }));
}
