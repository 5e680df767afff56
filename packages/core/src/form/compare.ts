import { barCost, barKeys, type BarKeys, type ComparedBar } from './music-keys';
import { spanRelation, type SpanRelation } from './span-relation';

/**
 * How one row of bars stands to another, the first that holds: the same; moved; begun elsewhere; with other last one or
 * two bars; the same at first, then more than two new bars; all of it with bars round it; the same but for some bars; each
 * chord twice or half as long; the same chords in another order; with other colours on the same roots and basses; with
 * other hits or holds.
 */
export type Relation =
  | 'same'
  | 'transposed'
  | 'rotated'
  | 'ending'
  | 'until'
  | 'contains'
  | 'bars'
  | SpanRelation
  | 'new';

/** Where two sections differ, and what that makes of them. */
export interface Comparison {
  readonly relation: Relation;
  /** How far the second stands above the first, −5 to 6. */
  readonly semitones: number;
  /** Bars of the second that the first does not have there, counted from 1. */
  readonly changedBars: readonly number[];
  /** Bars of the first that the second leaves out, counted from 1. */
  readonly droppedBars: readonly number[];
  /** For a rotation, the bar of the first with which the second begins; else 1. */
  readonly beginsAt: number;
  /** 1 for the same, 0 for nothing in common. */
  readonly similarity: number;
}

/** Leaving a bar out or putting one in costs as much as other chords. */
const GAP = 1;
/** At most this share of the longer section may differ for it to be the same but for some bars. */
const MOST_DIFFERENT = 0.5;
const ENDING_BARS = 2;
/** One bar in common at the start is none one would speak of. */
const FEWEST_ALIKE = 2;
/** Half of any few bars agree with any others at one interval or another; moved music has to agree more. */
export const MOVED_SIMILARITY = 0.75;

interface Alignment {
  readonly cost: number;
  readonly changedBars: readonly number[];
  readonly droppedBars: readonly number[];
}

/** The costs of getting from any beginning of one row to any of the other, row by row (edit distance). */
class Costs {
  private readonly costs: Float64Array;
  private readonly width: number;

  constructor(
    private readonly a: readonly BarKeys[],
    private readonly b: readonly BarKeys[],
  ) {
    this.width = b.length + 1;
    this.costs = new Float64Array((a.length + 1) * this.width);
    for (let i = 0; i <= a.length; i++) this.fill(i);
  }

  private fill(i: number): void {
    for (let j = 0; j <= this.b.length; j++) {
      const isCorner = i === 0 && j === 0;
      this.costs[i * this.width + j] = isCorner
        ? 0
        : Math.min(this.swapped(i, j), this.at(i - 1, j) + GAP, this.at(i, j - 1) + GAP);
    }
  }

  at(i: number, j: number): number {
    return i < 0 || j < 0 ? Infinity : (this.costs[i * this.width + j] ?? Infinity);
  }

  /** The cost of taking bar i for bar j, both counted from 1. */
  between(i: number, j: number): number {
    const [one, other] = [this.a[i - 1], this.b[j - 1]];
    return one && other ? barCost(one, other) : Infinity;
  }

  swapped(i: number, j: number): number {
    return this.at(i - 1, j - 1) + this.between(i, j);
  }
}

const SHIFTS = [1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6] as const;

const PLAIN = { semitones: 0, changedBars: [], droppedBars: [], beginsAt: 1 } as const;

/**
 * Compares two sections bar by bar, also after transposing: the same, the same some semitones up or
 * down, a rotation, the same with another ending, the same but for some bars (at most half of the
 * longer one), or new. Two empty ones are the same.
 *
 * @example
 * compareBars([], []).relation // 'same'
 */
export function compareBars(a: readonly ComparedBar[], b: readonly ComparedBar[]): Comparison {
  const [keys, others] = [shiftedKeys(a, 0), shiftedKeys(b, 0)];
  const exact = exactly(a, keys, others);
  if (exact) return exact;
  const spans = spanRelation(a, b);
  const plain = compareAt(keys, others, 0);
  // Half of the bars may agree by chance where each chord lasts twice as long.
  const isLonger = spans === 'doubled' || spans === 'halved';
  if (plain && !(isLonger && plain.relation === 'bars')) return plain;
  for (const shift of SHIFTS) {
    const shifted = shiftedKeys(a, shift);
    if (!mayAgree(shifted, others)) continue;
    const moved = compareAt(shifted, others, shift);
    if (moved && moved.similarity >= MOVED_SIMILARITY) return moved;
  }
  const { changedBars, droppedBars, similarity } = differences(keys, others);
  return {
    relation: spans ?? 'new',
    semitones: 0,
    changedBars,
    droppedBars,
    beginsAt: 1,
    similarity,
  };
}

/**
 * Finds the shortest run of bars a section repeats from its start, in bars; undefined where nothing
 * comes twice. The last time may be cut short.
 *
 * @example
 * repeatingCell([]) // undefined
 */
export function repeatingCell(bars: readonly ComparedBar[]): number | undefined {
  return repeatingTexts(shiftedKeys(bars, 0).map((bar) => JSON.stringify(bar)));
}

/** The same of anything that is told apart by a text. */
export function repeatingTexts(texts: readonly string[]): number | undefined {
  const half = Math.floor(texts.length / 2);
  return Array.from({ length: half }, (_, index) => index + 1).find((cell) =>
    texts.every((text, at) => at < cell || text === texts[at - cell]),
  );
}

/**
 * Compares two rows by what each bar is told apart by and nothing else: the same, a rotation, another ending, the same up
 * to a bar, contained, the same but for some bars, or new.
 *
 * @example
 * compareTexts(['x', 'y'], ['x', 'y', 'z']).changedBars // [3]
 */
export function compareTexts(a: readonly string[], b: readonly string[]): Comparison {
  const [keys, others] = [a, b].map((texts) =>
    texts.map((text) => ({ chords: text, durations: '', pattern: '', layer: '' })),
  );
  if (!keys || !others) return { ...PLAIN, relation: 'same', similarity: 1 };
  if (isSame(keys, others)) return { ...PLAIN, relation: 'same', similarity: 1 };
  const beginsAt = rotationOf(keys, others);
  if (beginsAt !== undefined) return { ...PLAIN, relation: 'rotated', beginsAt, similarity: 1 };
  return (
    compareAt(keys, others, 0) ?? {
      ...PLAIN,
      ...differences(keys, others),
      relation: 'new',
    }
  );
}

/** Cheapest way from one row of bars to the other, walked back from its end. */
function align(a: readonly BarKeys[], b: readonly BarKeys[]): Alignment {
  const costs = new Costs(a, b);
  const changed: number[] = [];
  const dropped: number[] = [];
  let [i, j] = [a.length, b.length];
  while (i > 0 || j > 0) {
    const cost = costs.at(i, j);
    if (cost === costs.swapped(i, j)) {
      if (costs.between(i, j) > 0) changed.unshift(j);
      i -= 1;
      j -= 1;
    } else if (cost === costs.at(i, j - 1) + GAP) changed.unshift(j--);
    else dropped.unshift(i--);
  }
  return { cost: costs.at(a.length, b.length), changedBars: changed, droppedBars: dropped };
}

function isSame(a: readonly BarKeys[], b: readonly BarKeys[]): boolean {
  return (
    a.length === b.length &&
    a.every((bar, index) => {
      const other = b[index];
      return other !== undefined && barCost(bar, other) === 0;
    })
  );
}

/** How many bars both have the same from the start. */
function samePrefix(a: readonly BarKeys[], b: readonly BarKeys[]): number {
  const differs = a.findIndex((bar, index) => {
    const other = b[index];
    return !other || barCost(bar, other) > 0;
  });
  return differs < 0 ? a.length : differs;
}

/** Only the last one or two bars differ, are added or dropped. */
function isOtherEnding(a: readonly BarKeys[], b: readonly BarKeys[]): boolean {
  const prefix = samePrefix(a, b);
  if (prefix === 0) return false;
  if (a.length === b.length) return prefix >= a.length - ENDING_BARS;
  const isCut = prefix === Math.min(a.length, b.length);
  return isCut && Math.abs(a.length - b.length) <= ENDING_BARS;
}

/** How many bars are the same first, where after them is nothing of the other any more, and more than an ending is new. */
function sameUntil(a: readonly BarKeys[], b: readonly BarKeys[]): number | undefined {
  const prefix = samePrefix(a, b);
  const [rest, added] = [a.slice(prefix), b.slice(prefix)];
  if (prefix < FEWEST_ALIKE || added.length <= ENDING_BARS) return undefined;
  return align(rest, added).changedBars.length === added.length ? prefix : undefined;
}

/** Where all of one stands in another, from 0. */
function placeOfAll(a: readonly BarKeys[], b: readonly BarKeys[]): number | undefined {
  if (a.length < FEWEST_ALIKE || a.length >= b.length) return undefined;
  const at = b.findIndex((_, from) => isSame(a, b.slice(from, from + a.length)));
  return at < 0 ? undefined : at;
}

/** What is left out is left out in one place: bars picked from here and there are other music. */
function isOneCut(droppedBars: readonly number[]): boolean {
  return droppedBars.every((bar, at) => at === 0 || bar === (droppedBars[at - 1] ?? 0) + 1);
}

/** Bars of the first at which the second may begin, from 2; none for none. */
function rotationOf(a: readonly BarKeys[], b: readonly BarKeys[]): number | undefined {
  if (a.length !== b.length) return undefined;
  const starts = Array.from({ length: Math.max(0, a.length - 1) }, (_, index) => index + 1);
  const start = starts.find((from) => isSame([...a.slice(from), ...a.slice(0, from)], b));
  return start === undefined ? undefined : start + 1;
}

function shiftedKeys(bars: readonly ComparedBar[], semitones: number): readonly BarKeys[] {
  return bars.map((bar) => barKeys(bar, semitones));
}

/** The part of a comparison that lies in the alignment. */
function differences(
  a: readonly BarKeys[],
  b: readonly BarKeys[],
): Pick<Comparison, 'changedBars' | 'droppedBars' | 'similarity'> & { readonly cost: number } {
  const { cost, changedBars, droppedBars } = align(a, b);
  const longer = Math.max(a.length, b.length);
  const similarity = longer === 0 ? 1 : Math.max(0, 1 - cost / longer);
  return { cost, changedBars, droppedBars, similarity };
}

function compareAt(
  a: readonly BarKeys[],
  b: readonly BarKeys[],
  semitones: number,
): Comparison | undefined {
  const { cost, ...rest } = differences(a, b);
  const found = (relation: Relation): Comparison => ({ ...rest, relation, semitones, beginsAt: 1 });
  if (isOtherEnding(a, b)) return found('ending');
  const numbers = b.map((_, at) => at + 1);
  const prefix = sameUntil(a, b);
  if (prefix !== undefined) {
    const droppedBars = a.map((_, at) => at + 1).slice(prefix);
    return { ...found('until'), changedBars: numbers.slice(prefix), droppedBars };
  }
  const place = placeOfAll(a, b);
  if (place !== undefined) {
    const changedBars = numbers.filter((one) => one <= place || one > place + a.length);
    return { ...found('contains'), changedBars, droppedBars: [] };
  }
  if (rest.changedBars.length === 0 && !isOneCut(rest.droppedBars)) return undefined;
  const longer = Math.max(a.length, b.length);
  return cost <= MOST_DIFFERENT * longer ? found('bars') : undefined;
}

/** Too few chords in common to be alike at all: cheaper to tell than by comparing bar by bar. */
function mayAgree(a: readonly BarKeys[], b: readonly BarKeys[]): boolean {
  const chords = new Set(a.map((bar) => bar.chords));
  const common = b.filter((bar) => chords.has(bar.chords)).length;
  return common >= MOVED_SIMILARITY * Math.max(a.length, b.length);
}

function exactly(
  a: readonly ComparedBar[],
  keys: readonly BarKeys[],
  b: readonly BarKeys[],
): Comparison | undefined {
  if (isSame(keys, b)) return { ...PLAIN, relation: 'same', similarity: 1 };
  if (a.length === b.length) {
    const semitones = SHIFTS.find((shift) => isSame(shiftedKeys(a, shift), b));
    if (semitones !== undefined)
      return { ...PLAIN, relation: 'transposed', semitones, similarity: 1 };
  }
  const beginsAt = rotationOf(keys, b);
  return beginsAt === undefined
    ? undefined
    : { ...PLAIN, relation: 'rotated', beginsAt, similarity: 1 };
}
