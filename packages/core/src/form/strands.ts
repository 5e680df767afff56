import type { StruckBar } from '../timeline';
import {
  compareBars,
  compareTexts,
  repeatingTexts,
  type Comparison,
  type Relation,
} from './compare';
import { figureOf } from './figure';

/** How a strand stands to another; riffs may have a rhythm in common alone. */
export type FormRelation = Relation | 'rhythm';

/** One strand of some bars beside the same strand of others. */
export interface StrandComparison extends Pick<Comparison, 'semitones' | 'beginsAt'> {
  readonly relation: FormRelation;
  /** Numbers, from 1, of the bars in which the hand does something it does not there. */
  readonly newBars: readonly number[];
  /** 0 for the same; what was added, left out or changed costs a bar each. */
  readonly cost: number;
}

/** Music that is moved or begun elsewhere is less near than the same, and nearer than with another bar. */
const MOVED_COST = 0.5;
/** What has no bar in common costs nearly all of them. */
const OTHER_COST = 0.75;

const FAR: ReadonlySet<Relation> = new Set<Relation>([
  ...(['doubled', 'halved', 'order', 'coloured', 'struck', 'new'] as const),
]);

/**
 * Compares what the fretting hand does: the chords, where they change and how long they last.
 *
 * @example
 * compareChords([], []).relation // 'same'
 */
export function compareChords(a: readonly StruckBar[], b: readonly StruckBar[]): StrandComparison {
  return costed(compareBars(a.map(chordsAlone), b.map(chordsAlone)), b.length);
}

/**
 * Compares what the picking hand does: patterns, riffs, hits, silence. Bars that go round the same cell are the same,
 * however many they are.
 *
 * @example
 * compareFigures([], []).relation // 'same'
 */
export function compareFigures(a: readonly StruckBar[], b: readonly StruckBar[]): StrandComparison {
  const [one, other] = [a.map(figureOf), b.map(figureOf)];
  // Round a shorter cell it is the same, however often.
  const found = isOneRound(one, other) ? compareTexts([], []) : compareTexts(one, other);
  if (found.relation === 'new' && isOneRhythm(a, b)) {
    return { ...costed(found, b.length), relation: 'rhythm', cost: OTHER_COST * b.length };
  }
  return costed(found, b.length);
}

function chordsAlone({ chords, beats }: StruckBar): Pick<StruckBar, 'chords' | 'beats'> {
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
