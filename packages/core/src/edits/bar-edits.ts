import { HELD, inPlaceOf, withoutLine, type Bar, type ChordMark } from '../song';

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
