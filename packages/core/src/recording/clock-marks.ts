import { settledFrame, type SongDocument } from '../song';
import type { Bpm } from '../units';
import { fitClock, type ClockFit, type ClockMark } from './clock';
import type { Occurrence, Timeline } from '../timeline';

/** A section as it is marked on the recording's clock. */
export interface MarkedSection extends ClockMark {
  /** Its place among the occurrences, from 0. */
  readonly occurrence: number;
  /** The id of the section. */
  readonly section: string;
  readonly name: string;
}

/**
 * Lists the sections that are marked on the recording's clock, in the order they are played, each with
 * the beats up to the next mark; a section that comes again is marked where it comes first.
 *
 * @example
 * clockMarks(EMPTY_SONG, timelineOf(EMPTY_SONG)) // []
 */
export function clockMarks(song: SongDocument, timeline: Timeline): readonly MarkedSection[] {
  const { tempo } = settledFrame(song);
  const startOf = new Map(song.sections.map((one) => [one.id, one.startsAt]));
  const marks: MarkedSection[] = [];
  timeline.occurrences.forEach((occurrence, index) => {
    const startsAtS = startOf.get(occurrence.section);
    // Only the first time it comes.
    startOf.delete(occurrence.section);
    const beats = steadyBeats(occurrence, tempo);
    const last = marks.at(-1);
    if (startsAtS !== undefined) {
      const { section, name } = occurrence;
      marks.push({ occurrence: index, section, name, beats, startsAtS });
    } else if (last) {
      const { beats: before } = last;
      marks[marks.length - 1] = { ...last, beats: before + beats };
    }
  });
  return marks;
}

/**
 * Fits a song to its marks on the recording's clock; undefined where there are fewer than two, or they
 * do not rise.
 *
 * @example
 * songClock(EMPTY_SONG, timelineOf(EMPTY_SONG)) // undefined
 */
export function songClock(song: SongDocument, timeline: Timeline): ClockFit | undefined {
  return fitClock(clockMarks(song, timeline), settledFrame(song).meter.beats);
}

/** Beats as they would be at the song's own tempo, so that a slower section takes more of them. */
function steadyBeats({ lasts }: Occurrence, songTempo: Bpm): number {
  return (lasts * songTempo) / 60;
}
