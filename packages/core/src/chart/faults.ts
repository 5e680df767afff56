import { parseChordName } from '../chord';
import {
  HELD,
  isDerivable,
  mapOf,
  meterOf,
  MOST_PLAYED_BARS,
  passesOf,
  playedTooLong,
  sectionBars,
  sectionNamed,
  settledFrame,
  type Bar,
  type ChartFault,
  type Section,
  type SongDocument,
} from '../song';

/** Where a bar stands in the text: line and column counted from 1, its section from 0. */
export interface BarPlace {
  readonly bar: Bar;
  readonly line: number;
  readonly column: number;
  readonly section: number;
  /** Its place among all bars written in its section, from 0. */
  readonly place: number;
}

/** Where things stand in the text that was read; `mapLine` is 0 when there is no map. */
export interface ChartPlaces {
  readonly bars: readonly BarPlace[];
  readonly mapLine: number;
  /** The line of each section's head. */
  readonly heads: readonly number[];
}

const SYMBOLS_SAID = 4;

/** A section where its head stands. */
interface Head {
  readonly section: Section;
  readonly line: number;
  readonly column: number;
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
    ...bars.flatMap((place) => [...beatsFault(song, place), ...repeatFault(bars, place)]),
    ...chordFaults(song, bars),
    ...mapFaults(song, mapLine),
    ...lengthFault(song, mapLine),
    ...song.sections.flatMap((section, index) => {
      const head = { section, line: heads[index] ?? 1, column: 1 };
      return [
        ...parentFault(song, head),
        ...ledgerFault(song, head),
        ...endingFault(song, head),
      ].map((fault) => ({ ...fault, section: index }));
    }),
    ...gripFaults(song),
  ];
}

/** Where a fault of a bar stands. */
function atBar({
  line,
  column,
  section,
  place,
}: BarPlace): Pick<ChartFault, 'line' | 'column' | 'section' | 'bar'> {
  return { line, column, section, bar: place };
}

function isNoChord(name: string): boolean {
  return name === '-' || name === 'N.C.' || name === HELD;
}

/** What a bar has to have: its pickup, or what its own, its section's or the song's meter says. */
function wantedBeats(song: SongDocument, { bar, section }: BarPlace): number {
  const within = song.sections[section];
  const isPickup = bar === song.sections[0]?.bars[0];
  if (isPickup && song.frame.pickup !== undefined) return song.frame.pickup;
  const meter = bar.meter ?? (within && meterOf(song, within));
  return (meter ?? settledFrame(song).meter).beats;
}

function beatsFault(song: SongDocument, place: BarPlace): readonly ChartFault[] {
  const { bar } = place;
  const wanted = wantedBeats(song, place);
  const written = bar.chords.reduce((sum, mark) => sum + mark.span, 0);
  if (!bar.dotted || written === wanted) return [];
  const message = `This bar has ${written} beats; the meter has ${wanted}. ${
    written < wanted ? 'Add a dot for each beat held.' : 'Take beats away.'
  }`;
  return [{ code: 'bar-fill', ...atBar(place), message, detail: [written, wanted] }];
}

/** A grip can be given only to what could be a chord's nickname. */
function adviceFor(name: string): string {
  return /^[A-Za-z]/.test(name)
    ? `Write another, or give it a grip: grip ${name}: x02210.`
    : 'Write a chord, or % to repeat the bar before.';
}

function unknownIn(song: SongDocument, { bar }: BarPlace): readonly string[] {
  const given = song.grips.map((grip) => grip.name);
  const unknown = bar.chords.filter(
    ({ name }) => !isNoChord(name) && !parseChordName(name) && !given.includes(name),
  );
  return [...new Set(unknown.map(({ name }) => name))];
}

/** Several signs in one bar that are no chords are told together, one that comes again and again once. */
function chordFaults(song: SongDocument, bars: readonly BarPlace[]): readonly ChartFault[] {
  const found = bars.flatMap((place) => {
    const names = unknownIn(song, place);
    return names.length > 0 ? [{ place, names }] : [];
  });
  const riffs = found.filter(({ names }) => names.length > 1);
  const single = new Map<string, BarPlace[]>();
  for (const { place, names } of found) {
    const [name, ...more] = names;
    if (name === undefined || more.length > 0) continue;
    single.set(name, [...(single.get(name) ?? []), place]);
  }
  return [
    ...riffs.map(({ place, names }): ChartFault => ({
      code: 'chord-unread',
      ...atBar(place),
      detail: names,
      message: `${names.length} symbols in bar ${place.place + 1} are no chords (${names
        .slice(0, SYMBOLS_SAID)
        .join(' ')}${names.length > SYMBOLS_SAID ? ' …' : ''}): is it a riff?`,
    })),
    ...[...single].flatMap(([name, places]): readonly ChartFault[] => {
      const [first] = places;
      if (!first) return [];
      const often = places.length > 1 ? ` It stands in ${places.length} bars.` : '';
      const message = `"${name}" is no chord name Harvu knows.${often} ${adviceFor(name)}`;
      return [{ code: 'chord-unread', ...atBar(first), detail: [name], message }];
    }),
  ];
}

function repeatFault(places: readonly BarPlace[], place: BarPlace): readonly ChartFault[] {
  const isFirst = places.find((one) => one.section === place.section) === place;
  const isFirstOfAll = places[0] === place;
  const at = { code: 'repeat-first', ...atBar(place), detail: [] } as const;
  if (place.bar.repeat && isFirst)
    return [{ ...at, message: 'There is no bar before this one to repeat. Write its chords.' }];
  return isFirstOfAll && place.bar.chords[0]?.name === HELD
    ? [{ ...at, message: 'There is no chord before this bar to hold over. Write one.' }]
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
      detail: ['unwritten', name],
      message: `The map names "${name}", which is not written. Write it, or take it off.`,
    })),
    ...unplayed.map((name) => ({
      ...at,
      section: names.indexOf(name),
      detail: ['unplayed'],
      message: `"${name}" is written but never on the map. Add it, or delete it.`,
    })),
  ];
}

/** A song that never ends is told at its map, and not worked out beyond. */
function lengthFault(song: SongDocument, mapLine: number): readonly ChartFault[] {
  const beyond = playedTooLong(song);
  if (!beyond) return [];
  const name = mapOf(song)[beyond.entry]?.section ?? '';
  const message = `With "${name}" the song has more than ${MOST_PLAYED_BARS} bars to play, or very many chords. Repeat less of it.`;
  return [
    { code: 'chart-long', line: Math.max(1, mapLine), column: 1, message, detail: [beyond.entry] },
  ];
}

/** The bars of one pass against the count that was stated. */
function ledgerFault(song: SongDocument, { section, ...at }: Head): readonly ChartFault[] {
  const { statedBars } = section;
  const written = sectionBars(song, section).length;
  if (statedBars === undefined || statedBars === written) return [];
  const message = `"${section.name}" is said to have ${statedBars} bars; ${written} are written. Write the rest, or correct the count.`;
  return [{ ...at, code: 'bar-ledger', message, detail: [statedBars, written] }];
}

/** The passes of a section that are played, wherever it comes on the map. */
function playedPasses(song: SongDocument, section: Section): readonly number[] {
  const entries = mapOf(song).filter((entry) => sectionNamed(song, entry.section) === section);
  return entries.flatMap((entry) => passesOf(section, entry));
}

/** An ending of a pass that never comes. */
function endingFault(song: SongDocument, { section, ...at }: Head): readonly ChartFault[] {
  const { endings = [], name } = section;
  if (endings.length === 0) return [];
  const played = playedPasses(song, section);
  const most = Math.max(...played);
  const late = endings.find(({ pass }) => pass > most);
  if (!late || played.length === 0) return [];
  const times = most === 1 ? 'once' : `${most} times`;
  const message = `Ending ${late.pass} of "${name}" is never played: it comes ${times}. Say x${late.pass}, or take the ending away.`;
  return [{ ...at, code: 'map-cover', message, detail: ['ending', late.pass, most] }];
}

function parentFault(song: SongDocument, { section, ...at }: Head): readonly ChartFault[] {
  if (section.parent === undefined || isDerivable(song, section)) return [];
  const message = sectionNamed(song, section.parent)
    ? `"${section.name}" and "${section.parent}" derive from each other. Write one of them out.`
    : `"${section.name}" derives from "${section.parent}", which is not written. Write it first.`;
  return [{ ...at, code: 'section-parent', message, detail: [section.parent] }];
}

function gripFaults(song: SongDocument): readonly ChartFault[] {
  const strings = settledFrame(song).tuning.length;
  return song.grips
    .filter(({ grip }) => grip.length !== strings)
    .map(({ name, grip }) => ({
      code: 'grip-unread',
      line: 1,
      column: 1,
      detail: [name, grip.length, strings],
      message: `The grip of ${name} has ${grip.length} strings; the tuning has ${strings}. Write one fret for each string.`,
    }));
}
