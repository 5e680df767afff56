import { parseChordName } from '../chord';
import { isDerivable, sectionBars, sectionNamed } from './derive';
import type { Bar, ChartFault, Section, SongDocument } from './document';
import { settledFrame } from './frame';

/** Where a bar stands in the text: line and column counted from 1, its section from 0. */
export interface BarPlace {
  readonly bar: Bar;
  readonly line: number;
  readonly column: number;
  readonly section: number;
}

/** Where things stand in the text that was read; `mapLine` is 0 when there is no map. */
export interface ChartPlaces {
  readonly bars: readonly BarPlace[];
  readonly mapLine: number;
  /** The line of each section's head. */
  readonly heads: readonly number[];
}

function isSilent(name: string): boolean {
  return name === '-' || name === 'N.C.';
}

function beatsFault(song: SongDocument, { bar, line, column }: BarPlace): readonly ChartFault[] {
  const isPickup = bar === song.sections[0]?.bars[0] && song.frame.pickup !== undefined;
  const { beats } = settledFrame(song.frame).meter;
  const wanted = isPickup ? (song.frame.pickup ?? beats) : beats;
  const written = bar.chords.reduce((sum, mark) => sum + mark.span, 0);
  if (!bar.dotted || written === wanted) return [];
  const message = `This bar has ${written} beats; the meter has ${wanted}. ${
    written < wanted ? 'Add a dot for each beat held.' : 'Take beats away.'
  }`;
  return [{ code: 'bar-fill', line, column, message }];
}

function chordFaults(song: SongDocument, { bar, line, column }: BarPlace): readonly ChartFault[] {
  const given = song.grips.map((grip) => grip.name);
  return bar.chords
    .filter(({ name }) => !isSilent(name) && !parseChordName(name) && !given.includes(name))
    .map(({ name }) => ({
      code: 'chord-unread',
      line,
      column,
      message: `"${name}" is no chord name Harvu knows. Write another, or give it a grip: grip ${name}: x02210.`,
    }));
}

function repeatFault(places: readonly BarPlace[], place: BarPlace): readonly ChartFault[] {
  const isFirst = places.find((one) => one.section === place.section) === place;
  return place.bar.repeat && isFirst
    ? [
        {
          code: 'repeat-first',
          line: place.line,
          column: place.column,
          message: 'There is no bar before this one to repeat. Write its chords.',
        },
      ]
    : [];
}

/** Faults of the whole map are told at its line, or at line 1 where there is none. */
function mapFaults(song: SongDocument, mapLine: number): readonly ChartFault[] {
  if (song.map.length === 0) return [];
  const names = song.sections.map((section) => section.name);
  const played = song.map.map((entry) => entry.section);
  const unwritten = [...new Set(played)].filter((name) => !names.includes(name));
  const unplayed = names.filter((name) => !played.includes(name));
  const at = { code: 'map-cover', line: mapLine, column: 1 } as const;
  return [
    ...unwritten.map((name) => ({
      ...at,
      message: `The map names "${name}", which is not written. Write it, or take it off.`,
    })),
    ...unplayed.map((name) => ({
      ...at,
      message: `"${name}" is written but never on the map. Add it, or delete it.`,
    })),
  ];
}

/** The bars of one pass against the count that was stated. */
function ledgerFault(song: SongDocument, section: Section, line: number): readonly ChartFault[] {
  const { statedBars } = section;
  const written = sectionBars(song, section).length;
  if (statedBars === undefined || statedBars === written) return [];
  const message = `"${section.name}" is said to have ${statedBars} bars; ${written} are written. Write the rest, or correct the count.`;
  return [{ code: 'bar-ledger', line, column: 1, message }];
}

/** An ending of a pass that never comes. */
function endingFault(song: SongDocument, section: Section, line: number): readonly ChartFault[] {
  const late = (section.endings ?? []).find(({ pass }) => pass > section.times);
  if (!late) return [];
  const times = section.times === 1 ? 'once' : `${section.times} times`;
  const message = `Ending ${late.pass} of "${section.name}" is never played: it comes ${times}. Say x${late.pass}, or take the ending away.`;
  return [{ code: 'map-cover', line, column: 1, message }];
}

function parentFault(song: SongDocument, section: Section, line: number): readonly ChartFault[] {
  if (section.parent === undefined || isDerivable(song, section)) return [];
  const message = sectionNamed(song, section.parent)
    ? `"${section.name}" and "${section.parent}" derive from each other. Write one of them out.`
    : `"${section.name}" derives from "${section.parent}", which is not written. Write it first.`;
  return [{ code: 'section-parent', line, column: 1, message }];
}

/**
 * Finds what does not add up in a chart that was read: beats in a bar, unknown chords, a repeat
 * with nothing before it, the map against the sections, derivations; empty when all is in order.
 *
 * @example
 * checkChart(EMPTY_SONG, { bars: [], mapLine: 0, heads: [] }) // []
 */
export function checkChart(
  song: SongDocument,
  { bars, mapLine, heads }: ChartPlaces,
): readonly ChartFault[] {
  return [
    ...bars.flatMap((place) => [
      ...beatsFault(song, place),
      ...chordFaults(song, place),
      ...repeatFault(bars, place),
    ]),
    ...mapFaults(song, mapLine),
    ...song.sections.flatMap((section, index) => {
      const line = heads[index] ?? 1;
      return [
        ...parentFault(song, section, line),
        ...ledgerFault(song, section, line),
        ...endingFault(song, section, line),
      ];
    }),
    ...gripFaults(song),
  ];
}

function gripFaults(song: SongDocument): readonly ChartFault[] {
  const strings = settledFrame(song.frame).tuning.length;
  return song.grips
    .filter(({ grip }) => grip.length !== strings)
    .map(({ name, grip }) => ({
      code: 'grip-unread',
      line: 1,
      column: 1,
      message: `The grip of ${name} has ${grip.length} strings; the tuning has ${strings}. Write one fret for each string.`,
    }));
}
