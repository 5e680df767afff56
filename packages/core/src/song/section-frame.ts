import type { Meter } from '../rhythm';
import { bpm, type Bpm } from '../units';
import { parentsOf } from './derive';
import type { MapEntry, Section, SongDocument } from './document';
import { settledFrame } from './frame';

/**
 * Gives the meter a section is in: its own, that of what it derives from, else the song's.
 *
 * @example
 * meterOf(EMPTY_SONG, { id: 's1', name: 'A', times: 1, bars: [] }).beats // 4
 */
export function meterOf(song: SongDocument, section: Section): Meter {
  return said(song, section, (one) => one.meter) ?? settledFrame(song).meter;
}

/** The tempo something is played at, and the one it has come to at its end. */
export interface Tempos {
  readonly tempo: Bpm;
  readonly tempoTo: Bpm;
}

/**
 * Gives the tempo of a section, in beats of its own meter: what the map or the section says, else the
 * song's, where a beat of another unit keeps its length on paper.
 *
 * @example
 * temposOf(EMPTY_SONG, { id: 's1', name: 'A', times: 1, bars: [] }).tempo // 80
 */
export function temposOf(
  song: SongDocument,
  section: Section,
  entry: Pick<MapEntry, 'tempo' | 'tempoTo'> = {},
): Tempos {
  if (entry.tempo !== undefined)
    return { tempo: entry.tempo, tempoTo: entry.tempoTo ?? entry.tempo };
  const teller = [section, ...parentsOf(song, section)].find((one) => one.tempo !== undefined);
  const { tempo: usual, meter } = settledFrame(song);
  const tempo = teller?.tempo ?? bpm((usual * meterOf(song, section).unit) / meter.unit);
  return { tempo, tempoTo: entry.tempoTo ?? teller?.tempoTo ?? tempo };
}

/**
 * Gives the chords a section holds by another of their grips, as it or what it derives from says.
 *
 * @example
 * otherGripsOf(EMPTY_SONG, { id: 's1', name: 'A', times: 1, grips: ['Bm~low'], bars: [] }) // ['Bm~low']
 */
export function otherGripsOf(song: SongDocument, section: Section): readonly string[] {
  return said(song, section, (one) => one.grips) ?? [];
}

/** Of a section and what it derives from, the nearest that says something. */
function said<Value>(
  song: SongDocument,
  section: Section,
  read: (one: Section) => Value | undefined,
): Value | undefined {
  return [section, ...parentsOf(song, section)].map(read).find((value) => value !== undefined);
}
