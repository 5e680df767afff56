import type { Bar, Section, SongDocument } from './document';

/** A row of more bars is no line any more: it is cut. */
const MOST_LINE_BARS = 8;
/** Where nothing in a long row comes again. */
const USUAL_LINE_BARS = 4;

/**
 * Cuts bars into the lines they were written in, each of 1 to 8 bars; bars that were never cut are cut where
 * their shortest repeating cell ends, else every four.
 *
 * @example
 * linesOf([{ id: 'b1', line: true, chords: [] }, { id: 'b2', chords: [] }, { id: 'b3', line: true, chords: [] }]).map((line) => line.length) // [2, 1]
 */
export function linesOf(bars: readonly Bar[]): readonly (readonly Bar[])[] {
  return inLines(bars[0]?.line ? bars : withRow(bars));
}

/**
 * Cuts bars that are marked, as written or as played, where a line begins.
 *
 * @example
 * inLines([{ line: true }, {}, { line: true }]).map((line) => line.length) // [2, 1]
 */
export function inLines<Row extends Pick<Bar, 'line'>>(
  bars: readonly Row[],
): readonly (readonly Row[])[] {
  const lines: Row[][] = [];
  for (const bar of bars) {
    const last = lines.at(-1);
    if (last && !bar.line) last.push(bar);
    else lines.push([bar]);
  }
  return lines;
}

/**
 * Marks the bars of one row as it was written: its first begins a line, and where it is longer than eight bars, others too.
 *
 * @example
 * withRow([{ id: 'b1', chords: [] }]) // [{ id: 'b1', chords: [], line: true }]
 */
export function withRow(row: readonly Bar[]): readonly Bar[] {
  const cell = row.length > MOST_LINE_BARS ? cellOf(row) : row.length;
  return row.map((bar, at) => {
    const place = at % cell;
    const isCut = cell > MOST_LINE_BARS ? place % USUAL_LINE_BARS === 0 : place === 0;
    return isCut ? { ...bar, line: true as const } : withoutLine(bar);
  });
}

/**
 * Marks the first of some bars as one that begins a line; the others stay as they are.
 *
 * @example
 * withFirstMarked([{ id: 'b1', chords: [] }]) // [{ id: 'b1', chords: [], line: true }]
 */
export function withFirstMarked(bars: readonly Bar[]): readonly Bar[] {
  const [first, ...others] = bars;
  return first ? [{ ...first, line: true }, ...others] : bars;
}

/**
 * Gives a bar that goes on in the line of the one before it.
 *
 * @example
 * withoutLine({ id: 'b1', line: true, chords: [] }) // { id: 'b1', chords: [] }
 */
export function withoutLine(bar: Bar): Bar {
  if (!bar.line) return bar;
  const { line: _line, ...rest } = bar;
  return rest;
}

/**
 * Puts a bar in the place of another: it begins a line where that one did.
 *
 * @example
 * inPlaceOf({ id: 'b1', line: true, chords: [] }, { id: 'b2', chords: [] }) // { id: 'b2', chords: [], line: true }
 */
export function inPlaceOf(old: Bar | undefined, bar: Bar): Bar {
  return old?.line ? { ...bar, line: true } : withoutLine(bar);
}

/**
 * Cuts the sections of a song that never were into lines; one that is cut stays as it is, and so does a song in which
 * all are.
 *
 * @example
 * withLines({ ...EMPTY_SONG, sections: [{ id: 's1', name: 'A', times: 1, bars: [{ id: 'b1', chords: [] }] }] }).sections[0].bars[0].line // true
 */
export function withLines(song: SongDocument): SongDocument {
  const isCut = ({ bars }: Section): boolean => bars.length === 0 || bars[0]?.line === true;
  if (song.sections.every(isCut)) return song;
  const sections = song.sections.map((one) =>
    isCut(one) ? one : { ...one, bars: cutAnew(one.bars) },
  );
  return { ...song, sections };
}

/** Its first bar may have been moved away: the other lines stay. */
function cutAnew(bars: readonly Bar[]): readonly Bar[] {
  return bars.some((bar) => bar.line) ? withFirstMarked(bars) : withRow(bars);
}

/** The shortest run of two bars or more that a row repeats; four where there is none. */
function cellOf(row: readonly Bar[]): number {
  const written = row.reduce<readonly string[]>((texts, bar) => {
    const own = bar.repeat ? texts.at(-1) : textOf(bar);
    return [...texts, own ?? ''];
  }, []);
  const half = Math.floor(row.length / 2);
  const lengths = Array.from({ length: Math.max(0, half - 1) }, (_, index) => index + 2);
  const isCell = (cell: number): boolean =>
    written.every((text, at) => at < cell || text === written[at - cell]);
  // One chord all along is no cell one would call a line.
  if (isCell(1)) return USUAL_LINE_BARS;
  return lengths.find(isCell) ?? USUAL_LINE_BARS;
}

function textOf({ meter, dotted, chords }: Bar): string {
  const music = chords.map(({ name, span, hit, optional }) => [name, span, hit, optional]);
  return JSON.stringify([meter, dotted, music]);
}
