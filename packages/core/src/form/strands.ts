import type { StruckBar } from '../timeline';
import {
  compareBars,
  compareTexts,
  repeatingTexts,
  type Comparison,
  type Relation,
} from './compare';
import { figureOf } from './figure';
import { gripsHeld, heldOtherwise, withoutGrips } from './held-otherwise';
import type { ComparedBar } from './music-keys';

/** How a strand stands to another; riffs may have a rhythm in common alone. */
export type FormRelation = Relation | 'rhythm';

/** One strand of some bars beside the same strand of others. */
export interface StrandComparison extends Pick<Comparison, 'semitones' | 'beginsAt'> {
  readonly relation: FormRelation;
  /** Numbers, from 1, of the bars in which the hand does something it does not there. */
  readonly newBars: readonly number[];
  /** 0 for the same; what was added, left out or changed costs a bar each. */
  readonly cost: number;
  /** The same chords, by another of their grips in some of the bars. */
  readonly held?: 'otherwise';
  /** Where some are, numbers of the bars in which the chords themselves are others. */
  readonly otherChords?: readonly number[];
}

/** The same chord held otherwise is nearer than another chord. */
const HELD_OTHERWISE_COST = 0.5;

/** Music that is moved or begun elsewhere is less near than the same, and nearer than with another bar. */
const MOVED_COST = 0.5;
/** What has no bar in common costs nearly all of them. */
const OTHER_COST = 0.75;

const FAR: ReadonlySet<Relation> = new Set<Relation>([
  ...(['doubled', 'halved', 'order', 'coloured', 'struck', 'new'] as const),
]);

/** A row of bars as its two strands, each made once: rows are compared with many others. */
export interface StrandRow {
  readonly bars: readonly StruckBar[];
  /** What is held in each bar, by whichever grip. */
  readonly held: readonly ComparedBar[];
  /** Which grips it is held by, where that is said. */
  readonly grips: readonly string[];
  /** What is struck in each bar. */
  readonly figures: readonly string[];
}

/**
 * Takes the bars of a row apart into what each hand does.
 *
 * @example
 * strandRow([]).figures // []
 */
export function strandRow(bars: readonly StruckBar[]): StrandRow {
  const held = withoutGrips(bars.map(chordsAlone));
  return { bars, held, grips: gripsHeld(bars), figures: bars.map(figureOf) };
}

/**
 * Compares what the fretting hand does: the chords, where they change and how long they last.
 *
 * @example
 * compareChords(strandRow([]), strandRow([])).relation // 'same'
 */
export function compareChords(a: StrandRow, b: StrandRow): StrandComparison {
  const found = costed(compareBars(a.held, b.held), b.held.length);
  const extra = heldOtherwise(found, a.grips, b.grips).filter(
    (number) => !found.newBars.includes(number),
  );
  if (extra.length === 0) return found;
  const newBars = [...found.newBars, ...extra].toSorted((x, y) => x - y);
  const cost = found.cost + HELD_OTHERWISE_COST * extra.length;
  return { ...found, newBars, cost, held: 'otherwise', otherChords: found.newBars };
}

/**
 * Compares what the picking hand does: patterns, riffs, hits, silence. Bars that go round the same cell are the same,
 * however many they are.
 *
 * @example
 * compareFigures(strandRow([]), strandRow([])).relation // 'same'
 */
export function compareFigures(a: StrandRow, b: StrandRow): StrandComparison {
  const [one, other] = [a.figures, b.figures];
  // Round a shorter cell it is the same, however often.
  const found = isOneRound(one, other) ? compareTexts([], []) : compareTexts(one, other);
  if (found.relation === 'new' && isOneRhythm(a.bars, b.bars)) {
    return { ...costed(found, other.length), relation: 'rhythm', cost: OTHER_COST * other.length };
  }
  return costed(found, other.length);
}

function chordsAlone({ chords, beats }: StruckBar): ComparedBar {
  // A hit is the picking hand's; the grip is held as before.
  return { chords: chords.map(({ hit: _hit, ...chord }) => chord), beats };
}

function costed(found: Comparison, bars: number): StrandComparison {
  const { relation, semitones, beginsAt, changedBars, droppedBars } = found;
  const isMoved = semitones !== 0 || relation === 'rotated';
  const cost = FAR.has(relation)
    ? OTHER_COST * Math.max(bars, changedBars.length)
    : changedBars.length + droppedBars.length + (isMoved ? MOVED_COST : 0);
  return { relation, semitones, beginsAt, newBars: changedBars, cost };
}

/** Whether both go round one cell. */
function isOneRound(a: readonly string[], b: readonly string[]): boolean {
  if (a.length === 0 || b.length === 0 || a.length === b.length) return false;
  const cell = Math.min(...[a, b].map((texts) => repeatingTexts(texts) ?? texts.length));
  return [a, b].every((texts) => texts.every((text, at) => text === a[at % cell]));
}

/** Riffs whose notes fall at the same places, and are other notes. */
function isOneRhythm(a: readonly StruckBar[], b: readonly StruckBar[]): boolean {
  if (a.length !== b.length || ![...a, ...b].every(({ riff }) => riff)) return false;
  const rhythm = (bars: readonly StruckBar[]): string =>
    JSON.stringify(bars.map(({ riff }) => riff?.notes.map(({ at, beats }) => [at, beats])));
  return rhythm(a) === rhythm(b);
}
