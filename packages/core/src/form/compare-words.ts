import { listed } from '../wording';
import { chordLabel } from '../chord';
import type { Comparison, Relation } from './compare';
import type { ComparedBar } from './music-keys';

/** Two sections by what they are called. */
export interface Compared {
  readonly a: { readonly name: string; readonly bars: readonly ComparedBar[] };
  readonly b: { readonly name: string; readonly bars: readonly ComparedBar[] };
  /** Some of the same chords are held by another of their grips. */
  readonly isHeldOtherwise?: boolean;
}

/**
 * Says in one sentence how the second section stands to the first.
 *
 * @example
 * compareLine(compareBars([], []), { a: { name: 'Verse 1', bars: [] }, b: { name: 'Verse 2', bars: [] } }) // 'Verse 2 is the same as Verse 1.'
 */
export function compareLine(comparison: Comparison, compared: Compared): string {
  const held = compared.isHeldOtherwise ? ', held by another grip' : '';
  return `${compared.b.name} ${WORDS[comparison.relation](comparison, compared)}${held}.`;
}

const WORDS: Readonly<Record<Relation, (comparison: Comparison, compared: Compared) => string>> = {
  same: (_same, { a }) => `is the same as ${a.name}`,
  transposed: (found, { a }) => `is ${a.name}${movedWords(found)}`,
  rotated: ({ beginsAt }, { a }) => `is ${a.name}, beginning with its bar ${beginsAt}`,
  until: (found, compared) =>
    `is ${compared.a.name}${movedWords(found)}, ${untilWords(found, compared)}`,
  contains: (found, { a }) =>
    `has all of ${a.name} in it${movedWords(found)}; ${newWords(found.changedBars)}`,
  doubled: (_doubled, { a }) => `is ${a.name} with each chord twice as long`,
  halved: (_halved, { a }) => `is ${a.name} with each chord half as long`,
  order: (_order, { a }) => `has the chords of ${a.name} in another order`,
  coloured: (_coloured, { a }) => `is ${a.name} with other colours on the same roots`,
  struck: (_struck, { a }) => `has the chords of ${a.name}, struck otherwise`,
  ending: (found, compared) => `${differenceWords(found, compared)}${movedWords(found)}`,
  bars: (found, compared) => `${differenceWords(found, compared)}${movedWords(found)}`,
  new: (_new, { a }) => `is other music than ${a.name}`,
};

function movedWords({ semitones }: Comparison): string {
  return semitones === 0 ? '' : `, ${upOrDown(semitones)}`;
}

function barsIn(numbers: readonly number[]): string {
  return `${numbers.length === 1 ? 'bar' : 'bars'} ${listed(numbers.map(String))}`;
}

/** "then 4 new bars", or up to where it is the same first. */
function untilWords({ changedBars }: Comparison, { a }: Compared): string {
  const upTo = (changedBars[0] ?? 1) - 1;
  const then = `then ${changedBars.length} new bars`;
  return upTo === a.bars.length ? then : `up to bar ${upTo}, ${then}`;
}

function newWords(numbers: readonly number[]): string {
  return `${barsIn(numbers)} ${numbers.length === 1 ? 'is' : 'are'} new`;
}

function count(bars: number): string {
  return bars === 1 ? 'one bar' : `${bars} bars`;
}

function chordsOf(bar: ComparedBar | undefined): string {
  return (bar?.chords ?? []).map((one) => chordLabel(one.chord)).join(' ');
}

/** What one bar has instead of the other: "bar 6 holds G for the whole bar". */
function barWords(
  number: number,
  bar: ComparedBar | undefined,
  before: ComparedBar | undefined,
): string {
  const isHeld = bar?.chords.length === 1 && (before?.chords.length ?? 0) > 1;
  if (isHeld) return `bar ${number} holds ${chordsOf(bar)} for the whole bar`;
  if (chordsOf(bar) !== chordsOf(before)) {
    return `bar ${number} is ${chordsOf(bar)} instead of ${chordsOf(before)}`;
  }
  return `bar ${number} is played otherwise`;
}

function differenceWords({ changedBars, droppedBars }: Comparison, { a, b }: Compared): string {
  const added = Math.max(0, b.bars.length - a.bars.length);
  const isAtEnd = changedBars.length === added && droppedBars.length === 0;
  if (added > 0 && isAtEnd) return `is ${a.name}, ${count(added)} longer`;
  const left = droppedBars.length === 0 ? '' : `${barsIn(droppedBars)} left out`;
  const [only] = changedBars;
  if (changedBars.length === 1 && only !== undefined && a.bars.length === b.bars.length) {
    return `is ${a.name}, but ${barWords(only, b.bars[only - 1], a.bars[only - 1])}`;
  }
  const changed = changedBars.length === 0 ? '' : `${barsIn(changedBars)} differ`;
  return `is ${a.name}, but ${[changed, left].filter(Boolean).join(' and ')}`;
}

function upOrDown(semitones: number): string {
  const size = Math.abs(semitones);
  return `${size} ${size === 1 ? 'semitone' : 'semitones'} ${semitones > 0 ? 'up' : 'down'}`;
}
