import type { Meter } from '../rhythm';
import { bpm, type Bpm } from '../units';
import { parentsOf } from './derive';
import type { MapEntry, RiffUse, Section, SongDocument } from './document';
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

/**
 * Gives the patterns a section is played with: its own, else those of what it derives from.
 *
 * @example
 * handOf(EMPTY_SONG, { id: 's1', name: 'A', times: 1, pattern: 'roll', bars: [] }) // { pattern: 'roll', patternUses: [] }
 */
export function handOf(
  song: SongDocument,
  section: Section,
): Pick<Section, 'pattern'> & Required<Pick<Section, 'patternUses'>> {
  const teller = [section, ...parentsOf(song, section)].find(saysPattern);
  const { pattern, patternUses = [] } = teller ?? section;
  return { ...(pattern !== undefined && { pattern }), patternUses };
}

/**
 * Gives the riffs a section is played with: its parent's only where it says nothing of its hand at all, as a pattern takes
 * their place.
 *
 * @example
 * riffUsesOf(EMPTY_SONG, { id: 's1', name: 'A', times: 1, riffUses: [{ riff: 'a' }], bars: [] }) // [{ riff: 'a' }]
 */
export function riffUsesOf(song: SongDocument, section: Section): readonly RiffUse[] {
  const sections = [section, ...parentsOf(song, section)];
  return sections.find((one) => saysPattern(one) || one.riffUses)?.riffUses ?? [];
}

/**
 * Gives a section with all that it has from what it derives from: its meter, tempo, grips, patterns and riffs. Its bars are as
 * they are.
 *
 * @example
 * withFrameOfParents(EMPTY_SONG, { id: 's1', name: 'A', times: 1, bars: [] }) // { id: 's1', name: 'A', times: 1, bars: [] }
 */
export function withFrameOfParents(song: SongDocument, section: Section): Section {
  if (section.parent === undefined) return section;
  const timed = [section, ...parentsOf(song, section)].find((one) => one.tempo !== undefined);
  const meter = said(song, section, (one) => one.meter);
  const grips = otherGripsOf(song, section);
  const { pattern, patternUses } = handOf(song, section);
  const riffUses = riffUsesOf(song, section);
  return {
    ...section,
    ...(meter && { meter }),
    ...(timed?.tempo !== undefined && { tempo: timed.tempo }),
    ...(timed?.tempoTo !== undefined && { tempoTo: timed.tempoTo }),
    ...(grips.length > 0 && { grips }),
    ...(pattern !== undefined && { pattern }),
    ...(patternUses.length > 0 && { patternUses }),
    ...(riffUses.length > 0 && { riffUses }),
  };
}

function saysPattern({ pattern, patternUses }: Section): boolean {
  return pattern !== undefined || patternUses !== undefined;
}

/** Of a section and what it derives from, the nearest that says something. */
function said<Value>(
  song: SongDocument,
  section: Section,
  read: (one: Section) => Value | undefined,
): Value | undefined {
  return [section, ...parentsOf(song, section)].map(read).find((value) => value !== undefined);
}
