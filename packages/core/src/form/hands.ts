import { barsInLayer, isAllRiff, type SongPatterns, type StruckBar } from '../timeline';
import { figureOf } from './figure';
import type { PartedSong } from './parts';

/** What the picking hand does in a section where it comes. */
export interface SectionHand {
  /** The same number for the same hand, from 1 in the order they are heard. */
  readonly number: number;
  /** Its patterns and riffs by name, in the order they come; none where it strums plainly. */
  readonly names: readonly string[];
}

/**
 * Tells of each section where it comes what the picking hand does in it, as full as it is played; nothing where it is one
 * hand all through the song.
 *
 * @example
 * handsIn(partsOf(readChart('[A]\n| G |').song), songPatterns(EMPTY_SONG)) // []
 */
export function handsIn(song: PartedSong, patterns: SongPatterns): readonly SectionHand[] {
  const numbers = new Map<string, number>();
  const hands = song.occurrences.map((one) => {
    const bars = barsInLayer(one, 'full', patterns);
    const key = handKey(bars);
    const number = numbers.get(key) ?? numbers.size + 1;
    numbers.set(key, number);
    return { number, names: namesIn(bars) };
  });
  return numbers.size > 1 ? hands : [];
}

function namesIn(bars: readonly StruckBar[]): readonly string[] {
  const names = bars.flatMap((bar) => [
    ...(isAllRiff(bar) || bar.struck?.name === undefined ? [] : [bar.struck.name]),
    ...(bar.riff ? [bar.riff.name] : []),
  ]);
  return [...new Set(names)];
}

/** All that is struck in it, however often and in whichever order; plain strums are one hand, however the chords change. */
function handKey(bars: readonly StruckBar[]): string {
  const isPlain = (bar: StruckBar): boolean => !bar.riff && bar.struck?.name === undefined;
  const figures = bars.map((bar) => {
    // Where it is played by a pattern, hits and the lengths of chords are no other hand.
    const chords = [{ chord: 'G', beat: 1, beats: bar.beats }];
    return isPlain(bar) ? String(bar.struck === undefined) : figureOf({ ...bar, chords });
  });
  return [...new Set(figures)].sort().join('\n');
}
