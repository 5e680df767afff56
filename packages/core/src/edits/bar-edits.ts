import { HELD, inPlaceOf, linesOf, withoutLine, withRow, type Bar, type ChordMark } from '../song';

/** The first line is taken to end there. */
const USUAL_LINE_BARS = 4;

/** Bars of a list, counted from 0; `to` is the last of them. */
export interface BarRange {
  readonly from: number;
  readonly to: number;
}

/**
 * Puts bars into a list before the bar at a place, from 0: they go on in the line before it, and before the first bar of
 * all they begin its line.
 *
 * @example
 * insertBars([], { at: 0, bars: [{ id: 'b1', chords: [] }] }).length // 1
 */
export function insertBars(
  list: readonly Bar[],
  { at, bars }: { readonly at: number; readonly bars: readonly Bar[] },
): readonly Bar[] {
  const [next, ...others] = list.slice(at);
  if (at > 0 || !next?.line) return [...list.slice(0, at), ...bars, ...list.slice(at)];
  const all = [...bars, withoutLine(next), ...others];
  return all.map((bar, place) => (place === 0 ? inPlaceOf(next, bar) : bar));
}

/**
 * Takes bars out of a list; what is left of a line goes on without them.
 *
 * @example
 * dropBars([{ id: 'b1', chords: [] }, { id: 'b2', chords: [] }], { from: 0, to: 0 }).map((bar) => bar.id) // ['b2']
 */
export function dropBars(list: readonly Bar[], { from, to }: BarRange): readonly Bar[] {
  const [next, ...others] = list.slice(to + 1);
  const begins = list.slice(from, to + 1).find((bar) => bar.line);
  const kept =
    next && begins && !next.line ? [{ ...next, line: true as const }] : next ? [next] : [];
  return [...list.slice(0, from), ...kept, ...others];
}

/**
 * Moves bars one place earlier (−1) or later (1); at either end they stay. Lines stay as long as they are.
 *
 * @example
 * moveBars([{ id: 'b1', chords: [] }, { id: 'b2', chords: [] }], { from: 0, to: 0 }, 1).map((bar) => bar.id) // ['b2', 'b1']
 */
export function moveBars(list: readonly Bar[], range: BarRange, by: -1 | 1): readonly Bar[] {
  const at = range.from + by;
  if (at < 0 || range.to + by >= list.length) return list;
  const moved = list.slice(range.from, range.to + 1);
  const others = list.toSpliced(range.from, moved.length);
  return others.toSpliced(at, 0, ...moved).map((bar, place) => inPlaceOf(list[place], bar));
}

/**
 * Changes places of a whole line with the one before (−1) or after it (1); at either end it stays.
 *
 * @example
 * moveLine([{ id: 'b1', line: true, chords: [] }, { id: 'b2', line: true, chords: [] }], { from: 0, to: 0 }, 1).map((bar) => bar.id) // ['b2', 'b1']
 */
export function moveLine(list: readonly Bar[], range: BarRange, by: -1 | 1): readonly Bar[] {
  const lines = linesOf(list);
  const starts = lines.map((_, at) => lines.slice(0, at).flat().length);
  const at = starts.indexOf(range.from);
  const line = lines[at];
  if (!line || at + by < 0 || at + by >= lines.length) return list;
  const moved = lines.toSpliced(at, 1).toSpliced(at + by, 0, line);
  return moved.flat();
}

/**
 * Begins a line with the bar at a place, from 0, or lets it go on in the line before; the first begins one in any case.
 *
 * @example
 * turnLine([{ id: 'b1', line: true, chords: [] }, { id: 'b2', chords: [] }], 1)[1].line // true
 */
export function turnLine(list: readonly Bar[], at: number): readonly Bar[] {
  const bar = list[at];
  if (!bar || at === 0) return list;
  return list.with(at, bar.line ? withoutLine(bar) : { ...bar, line: true });
}

/**
 * Puts what was written in the place of the bar at a place, from 0: its line stays.
 *
 * @example
 * replaceBar([{ id: 'b1', line: true, chords: [] }], { at: 0, bars: [{ id: 'b1', chords: [] }] })[0].line // true
 */
export function replaceBar(
  list: readonly Bar[],
  { at, bars }: { readonly at: number; readonly bars: readonly Bar[] },
): readonly Bar[] {
  const [first, ...more] = bars;
  return first ? list.toSpliced(at, 1, inPlaceOf(list[at], first), ...more) : list;
}

/**
 * Puts rows of bars into a list before a place, from 0: where a line begins or the list ends each row is a line of its
 * own, within a line they go on in it.
 *
 * @example
 * insertRows([{ id: 'b1', line: true, chords: [] }], { at: 1, rows: [[{ id: '', chords: [] }]] })[1].line // true
 */
export function insertRows(
  list: readonly Bar[],
  { at, rows }: { readonly at: number; readonly rows: readonly (readonly Bar[])[] },
): readonly Bar[] {
  const isBetween = at === list.length || list[at]?.line === true;
  const bars = rows.flatMap((row, index) => (isBetween || index > 0 ? withRow(row) : row));
  const next = list[at];
  // What is put into the middle of a line in several rows leaves its rest a line of its own.
  const rest = next && rows.length > 1 && !next.line ? [{ ...next, line: true as const }] : [];
  const others = list.slice(rest.length > 0 ? at + 1 : at);
  return [...list.slice(0, at), ...bars, ...rest, ...others];
}

/**
 * Puts a bar behind the last: it goes on in the last line until that is as long as the one before it, or has four bars.
 *
 * @example
 * appendBar([{ id: 'b1', line: true, chords: [] }], { id: 'b2', chords: [] })[1].line // undefined
 */
export function appendBar(list: readonly Bar[], bar: Bar): readonly Bar[] {
  const lines = linesOf(list);
  const [last, before] = [lines.at(-1), lines.at(-2)];
  const isFull = (last?.length ?? 0) >= (before?.length ?? USUAL_LINE_BARS);
  return [...list, isFull ? { ...bar, line: true } : withoutLine(bar)];
}

/**
 * Splits the bar at a place, from 0, into two: its chords go half to each; a single chord is held
 * over both. The second is new and has no id yet.
 *
 * @example
 * splitBar([{ id: 'b1', chords: [{ name: 'G', span: 1 }, { name: 'D', span: 1 }] }], 0).map((bar) => bar.chords[0].name) // ['G', 'D']
 */
export function splitBar(list: readonly Bar[], at: number): readonly Bar[] {
  const bar = list[at];
  if (!bar || bar.chords.length === 0) return list;
  const half = Math.ceil(bar.chords.length / 2);
  const second = bar.chords.length === 1 ? bar.chords : bar.chords.slice(half);
  const bars = [
    inPlaceOf(bar, { id: bar.id, ...evenly(bar.chords.slice(0, half)) }),
    { id: '', ...evenly(second) },
  ];
  return list.toSpliced(at, 1, ...bars);
}

/**
 * Joins the bar at a place, from 0, with the one after it: their chords share one bar evenly, a chord
 * that goes on is written once.
 *
 * @example
 * joinBar([{ id: 'b1', chords: [{ name: 'G', span: 1 }] }, { id: 'b2', chords: [{ name: 'D', span: 1 }] }], 0).length // 1
 */
export function joinBar(list: readonly Bar[], at: number): readonly Bar[] {
  const [bar, next] = [list[at], list[at + 1]];
  if (!bar || !next) return list;
  const chords = [...bar.chords, ...next.chords].filter(
    (one, index, all) => one.name !== all[index - 1]?.name && (index === 0 || one.name !== HELD),
  );
  const joined = { ...(bar.meter && { meter: bar.meter }), id: bar.id, ...evenly(chords) };
  return dropBars(list, { from: at + 1, to: at + 1 }).with(at, inPlaceOf(bar, joined));
}

/** Chords that share their bar evenly. */
function evenly(chords: readonly ChordMark[]): Pick<Bar, 'chords'> {
  return { chords: chords.map((one) => ({ ...one, span: 1 })) };
}
