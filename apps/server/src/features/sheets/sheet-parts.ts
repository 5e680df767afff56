import { chordSaid } from '@harvu/core/chord';
import { laneDrawing } from '@harvu/core/drawing';
import type { Part } from '@harvu/core/form';
import { partName, rangeWords } from '@harvu/core/steps';
import { riffBarBeats } from '@harvu/core/riff';
import { inLines } from '@harvu/core/song';
import { engraveRiff } from '@harvu/engraving';
import { barsInLayer, isAllRiff, isSilence, type PlayedBar } from '@harvu/core/timeline';
import { beatsToNumber } from '@harvu/core/units';
import type { Content, TableCell } from 'pdfmake/interfaces';
import { printed } from './sheet-drawings';
import type { Sheet } from './sheet';
import { onTheLine, SMALLEST_PT, styled, words } from './sheet-words';
import { together } from './together';

const BARS_A_ROW = 4;
/** So many points a letter of a chord name takes, for one point of its size. */
const LETTER = 0.62;
const LANE_WIDEST = 380;
/** More new bars than this are written in bars of their own. */
const MOST_NOTED = 2;

/** Raised signs and figures, which no font of the sheet has, as plain ones. */
const RAISED = '⁰¹²³⁴⁵⁶⁷⁸⁹⁺⁻';
const PLAIN = '0123456789+−';

/** A chord as the reader of the sheet calls it. */
export function called({ plan, conventions }: Sheet, name: string): string {
  return chordSaid(name, { raised: plan.work.raised, names: conventions.names });
}

/** A place in a row that has no bar. */
const NOTHING = {
  text: '',
  border: [false, false, false, false] as [boolean, boolean, boolean, boolean],
};

/** A row of a table of bars: some bars and how often, or the line that they are again. */
interface SheetRow {
  readonly bars: readonly PlayedBar[];
  readonly times: number;
  /** The number of the line that begins with it, from 1. */
  readonly line?: number;
  /** The line that it is again, in place of bars. */
  readonly as?: number;
}

/** Bars between bar lines, line by line, four in a row, or two where a name is long; a line that comes again says so. */
export function barTable(sheet: Sheet, bars: readonly PlayedBar[]): Content {
  const isWide = widestOf(sheet, bars) > sheet.size.width / BARS_A_ROW - 8;
  const perRow = isWide ? BARS_A_ROW / 2 : BARS_A_ROW;
  const rows = rowsOf(sheet, bars, perRow);
  const isFolded = rows.some((row) => row.times > 1);
  const isNumbered = rows.some((row) => row.as !== undefined);
  const body = rows.map((row): TableCell[] => [
    ...(isNumbered ? [besideBars(row.line === undefined ? '' : String(row.line))] : []),
    ...barCells(sheet, row, perRow),
    ...(isFolded ? [besideBars(row.times > 1 ? `× ${row.times}` : '')] : []),
  ]);
  return {
    table: {
      widths: [
        ...(isNumbered ? [14] : []),
        ...Array<string>(perRow).fill('*'),
        ...(isFolded ? [34] : []),
      ],
      body,
      dontBreakRows: true,
    },
    layout: {
      hLineWidth: () => 0,
      vLineWidth: () => 1,
      vLineColor: () => '#000000',
      paddingLeft: () => 0,
      paddingRight: () => 0,
      paddingTop: () => 0,
      paddingBottom: () => 0,
    },
  };
}

/** Patterns that were drawn further up are not drawn again. */
export function laneOf(sheet: Sheet, part: Part, drawn: Set<string>): Content | undefined {
  const { work } = sheet.plan;
  const played = work.timeline.occurrences.find((one) => one.part.id === part.id);
  // Where a riff is played, no strokes are.
  const first = (played ? barsInLayer(played, 'full', work.patterns) : []).find(
    (bar) => !isAllRiff(bar),
  );
  const name = first?.struck?.name;
  const pattern = first?.struck?.pattern;
  if (name === undefined || !pattern || drawn.has(name)) return undefined;
  drawn.add(name);
  const drawing = laneDrawing(pattern, {
    counts: sheet.conventions.counts,
    feel: work.feel,
  });
  return { svg: printed(drawing, Math.min(sheet.size.lane, LANE_WIDEST / drawing.width)) };
}

/** How large a riff is printed for a size of the sheet's lanes. */
const RIFF_SCALE = 1.3;

/** The riffs of a part, each where it first comes, as tablature. */
export function riffRows(sheet: Sheet, part: Part, drawn: Set<string>): readonly Content[] {
  const { work } = sheet.plan;
  const names = new Set(part.bars.flatMap((bar) => (bar.riffs ?? []).map((one) => one.name)));
  const scale = sheet.size.lane * RIFF_SCALE;
  return work.riffs
    .filter(({ name }) => names.has(name) && !drawn.has(`riff ${name}`))
    .flatMap(({ name, riff, worked, isBeside }) => {
      drawn.add(`riff ${name}`);
      const { meter, pickup } = riff.named;
      const frame = { meterBeats: meter.beats, ...(pickup !== undefined && { pickup }) };
      const { rows } = engraveRiff({
        riff: worked,
        barBeats: riffBarBeats(frame, worked.bars),
        unit: meter.unit,
        tuning: work.tuning,
        capo: work.capo,
        conventions: sheet.conventions,
        width: sheet.size.width / scale,
      });
      const who = isBeside ? `${name}, the other guitar` : name;
      return [
        words(who, { margin: [0, 4, 0, 0] }),
        ...rows.map(({ drawing }): Content => ({ svg: printed(drawing, scale) })),
      ];
    });
}

/** Each thing that is learned once: its name, its pattern where it comes first, its bars, what differs where it comes again. */
export function partBlocks(sheet: Sheet): readonly Content[] {
  const drawn = new Set<string>();
  const { parts } = sheet.plan.work;
  const ids = new Set(parts.map((one) => one.id));
  return parts
    .filter((part) => !ids.has(besideOf(part) ?? ''))
    .map((part) => partBlock(sheet, part, drawn));
}

/** The chords of a bar as they are printed: optional ones too, in parentheses. */
function chordsOf({ chords, ornamented }: PlayedBar): PlayedBar['chords'] {
  return ornamented ?? chords;
}

function chordWords(sheet: Sheet, one: PlayedBar['chords'][number]): string {
  const { chord, hit, held, optional } = one;
  if (held) return '(held)';
  if (chord === '-') return '–';
  const name = isSilence(chord) ? 'N.C.' : called(sheet, chord);
  const struck = `${name}${hit ? '!' : ''}`;
  return optional ? `(${struck})` : struck;
}

/** The chords of a bar, each as wide as it lasts. */
function barCell(sheet: Sheet, bar: PlayedBar, isLast: boolean): TableCell {
  const size = sheet.size.chord;
  return {
    columns: chordsOf(bar).map((one) =>
      onTheLine(chordWords(sheet, one), {
        fontSize: size,
        width: `${(100 * beatsToNumber(one.beats)) / bar.beats}%`,
      }),
    ),
    margin: [4, 2, 0, sheet.size.barBelow],
    // A bar line before each bar and behind the last of the row.
    border: [true, false, isLast, false],
  };
}

/** How many points the widest of some bars needs. */
function widestOf(sheet: Sheet, bars: readonly PlayedBar[]): number {
  const needs = bars.map((bar) => {
    const each = chordsOf(bar).map((one) => {
      const length = chordWords(sheet, one).length + 1;
      return (length * LETTER * sheet.size.chord * bar.beats) / beatsToNumber(one.beats);
    });
    return Math.max(0, ...each);
  });
  return Math.max(0, ...needs);
}

function rowText(sheet: Sheet, bars: readonly PlayedBar[]): string {
  return bars
    .map((bar) =>
      chordsOf(bar)
        .map((one) => `${chordWords(sheet, one)} ${one.beats}`)
        .join(),
    )
    .join('|');
}

/** Rows of bars, line by line: one that comes again at once is written once and how often, one that does later says so. */
function rowsOf(sheet: Sheet, bars: readonly PlayedBar[], perRow: number): readonly SheetRow[] {
  const rows: SheetRow[] = [];
  const known: string[] = [];
  let last = '';
  for (const line of inLines(bars)) {
    const text = rowText(sheet, line);
    const before = rows.at(-1);
    const as = line.length > 1 ? known.indexOf(text) + 1 : 0;
    known.push(text);
    if (before && before.as === undefined && text === last && line.length <= perRow) {
      rows[rows.length - 1] = { ...before, times: before.times + 1 };
      continue;
    }
    last = text;
    if (as > 0) rows.push({ bars: [], times: 1, line: known.length, as });
    else rows.push(...inRows(line, perRow, known.length));
  }
  return rows;
}

function inRows(bars: readonly PlayedBar[], perRow: number, line: number): readonly SheetRow[] {
  return Array.from({ length: Math.ceil(bars.length / perRow) }, (_, row) => ({
    bars: bars.slice(row * perRow, (row + 1) * perRow),
    times: 1,
    ...(row === 0 && { line }),
  }));
}

function barCells(sheet: Sheet, row: SheetRow, perRow: number): readonly TableCell[] {
  if (row.as !== undefined) {
    const said = besideBars(`as line ${row.as}`, perRow);
    return [said, ...Array<TableCell>(perRow - 1).fill(NOTHING)];
  }
  return Array.from({ length: perRow }, (_, place): TableCell => {
    const bar = row.bars[place];
    return bar ? barCell(sheet, bar, place === row.bars.length - 1) : NOTHING;
  });
}

/** A few words in a row of bars, with no bar line around them. */
function besideBars(text: string, colSpan = 1): TableCell {
  return { ...words(text, { margin: [4, 2, 0, 0] }), border: NOTHING.border, colSpan };
}

/** What a part that differs little from another has instead, in a few words. */
function differenceWords(sheet: Sheet, part: Part): string {
  const news = part.newBars.map((number) => {
    const bar = part.bars[number - 1];
    const chords = bar ? bar.chords.map((one) => chordWords(sheet, one)).join(' ') : '';
    return `${rangeWords([number])} is ${chords}`;
  });
  const ends = news.length === 0 ? [`ends at bar ${part.bars.length}`] : news;
  return `${nameOf(sheet, part)}: ${ends.join(', ')}`;
}

/** What a part is that is another, moved: how far, and the chords that come of it. */
function movedWords(sheet: Sheet, part: Part, of: Part): string {
  const by = Math.abs(part.semitones);
  const pairs = new Map<string, string>();
  part.bars.forEach((bar, at) => {
    bar.chords.forEach(({ chord }, place) => {
      const from = of.bars[at]?.chords[place]?.chord;
      if (from !== undefined && !isSilence(chord)) pairs.set(from, chord);
    });
  });
  const [olds, news] = [[...pairs.keys()], [...pairs.values()]].map((names) =>
    names.map((name) => called(sheet, name)).join(', '),
  );
  const frets = `${by} ${by === 1 ? 'fret' : 'frets'}`;
  return `${part.name}, ${part.semitones > 0 ? 'up' : 'down'} ${frets}: ${news ?? ''} for ${olds ?? ''}`;
}

/** A part by its name; where two are called alike, what tells them apart is printed in plain signs. */
function nameOf({ plan }: Sheet, part: Part): string {
  const name = partName(part, plan.work.parts);
  return [...name].map((sign) => PLAIN[RAISED.indexOf(sign)] ?? sign).join('');
}

function isNoted(part: Part): boolean {
  return part.parent !== undefined && part.newBars.length <= MOST_NOTED;
}

/** The part that another is written beside, where it needs no bars of its own. */
function besideOf(part: Part): string | undefined {
  if (part.of !== undefined && part.semitones !== 0) return part.of;
  return isNoted(part) ? part.parent : undefined;
}

function partBlock(sheet: Sheet, part: Part, drawn: Set<string>): Content {
  const { parts } = sheet.plan.work;
  const lane = laneOf(sheet, part, drawn);
  const notes = parts
    .filter((one) => one !== part && besideOf(one) === part.id)
    .map((one) =>
      one.semitones === 0 ? differenceWords(sheet, one) : movedWords(sheet, one, part),
    );
  const parent = parts.find((one) => one.id === part.parent);
  const as = parent ? `as ${nameOf(sheet, parent)}, but ${rangeWords(part.newBars)}` : '';
  const bars = parent ? part.bars.filter((_, at) => part.newBars.includes(at + 1)) : part.bars;
  const head = {
    text: [
      ...styled(nameOf(sheet, part), { bold: true, fontSize: SMALLEST_PT + 3 }, 'Display'),
      ...styled(as === '' ? '' : `   ${as}`),
    ],
    width: 'auto',
    margin: [0, lane ? 8 : 0, 0, 0] as [number, number, number, number],
  };
  const stack = [
    lane ? { columns: [head, lane], columnGap: 16 } : head,
    ...riffRows(sheet, part, drawn),
    ...(bars.length > 0 ? [barTable(sheet, bars)] : []),
    ...notes.map((one) => words(one, { margin: [0, 2, 0, 0] })),
  ];
  return together(stack, sheet.size.between);
}
