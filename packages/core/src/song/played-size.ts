import type { Bar, SongDocument } from './document';
import { sectionBars, sectionNamed } from './derive';
import { mapOf } from './map';
import { passesOf } from './passes';

/** As much of one song as is worked out; the longest that is learned has a few hundred bars. */
export const MOST_PLAYED_BARS = 2000;
const MOST_PLAYED_CHORDS = 12_000;

/** The place on the map from which on a song is too long, from 0, and how many bars it has until then. */
export interface TooLong {
  readonly entry: number;
  readonly bars: number;
}

/**
 * Finds where a song, with all its repeats played, goes beyond what is worked out; counted without
 * playing it, so that a short text of many repeats costs nothing. Undefined where it does not.
 *
 * @example
 * playedTooLong(EMPTY_SONG) // undefined
 */
export function playedTooLong(song: SongDocument): TooLong | undefined {
  const known = new Map<string, Size>();
  let [bars, chords] = [0, 0];
  for (const [entry, on] of mapOf(song).entries()) {
    const section = sectionNamed(song, on.section);
    if (!section) continue;
    for (const pass of passesOf(section, on)) {
      const key = `${section.id} ${pass}`;
      const size = known.get(key) ?? sizeOf(sectionBars(song, section, pass));
      known.set(key, size);
      bars += size.bars;
      chords += size.chords;
      if (bars > MOST_PLAYED_BARS || chords > MOST_PLAYED_CHORDS) return { entry, bars };
    }
  }
  return undefined;
}

interface Size {
  readonly bars: number;
  readonly chords: number;
}

function sizeOf(bars: readonly Bar[]): Size {
  return { bars: bars.length, chords: bars.reduce((sum, bar) => sum + bar.chords.length, 0) };
}
