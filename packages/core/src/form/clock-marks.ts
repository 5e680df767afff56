import { settledFrame, type SongDocument } from '../song';
import type { Bpm } from '../units';
import { fitClock, type ClockFit, type ClockMark } from './clock';
import type { Occurrence, Playing } from './playing';

/** A section as it is marked on the recording's clock. */
export interface MarkedSection extends ClockMark {
  /** Its place among the occurrences, from 0. */
  readonly occurrence: number;
  readonly name: string;
}

/** Beats as they would be at the song's own tempo, so that a slower section takes more of them. */
function steadyBeats({ bars, tempo }: Occurrence, songTempo: Bpm): number {
  const beats = bars.reduce((sum, bar) => sum + bar.beats, 0);
  return (beats * songTempo) / tempo;
}

/**
 * Lists the sections that are marked on the recording's clock, in the order they are played, each with
 * the beats up to the next mark; a section that comes again is marked where it comes first.
 *
 * @example
 * clockMarks(EMPTY_SONG, playingOf(EMPTY_SONG)) // []
 */
export function clockMarks(song: SongDocument, playing: Playing): readonly MarkedSection[] {
  const { tempo } = settledFrame(song.frame);
  const startOf = new Map(song.sections.map((one) => [one.id, one.startsAt]));
  const marks: MarkedSection[] = [];
  playing.occurrences.forEach((occurrence, index) => {
    const startsAtS = startOf.get(occurrence.section);
    // Only the first time it comes.
    startOf.delete(occurrence.section);
    const beats = steadyBeats(occurrence, tempo);
    const last = marks.at(-1);
    if (startsAtS !== undefined)
      marks.push({ occurrence: index, name: occurrence.name, beats, startsAtS });
    else if (last) marks[marks.length - 1] = { ...last, beats: last.beats + beats };
  });
  return marks;
}

/**
 * Fits a song to its marks on the recording's clock; undefined where there are fewer than two, or they
 * do not rise.
 *
 * @example
 * songClock(EMPTY_SONG, playingOf(EMPTY_SONG)) // undefined
 */
export function songClock(song: SongDocument, playing: Playing): ClockFit | undefined {
  return fitClock(clockMarks(song, playing), settledFrame(song.frame).meter.beats);
}
