import { assumed } from '../constants';
import type { ExpectedTime, TakeMeasures } from './measures';

/** What was not right at one stroke, or over the whole take. */
export type SpotKind =
  | 'stumble'
  | 'change'
  | 'late'
  | 'early'
  | 'missed'
  | 'note'
  | 'sparse'
  | 'extra'
  | 'uneven'
  | 'slower'
  | 'faster'
  | 'lost';

/** One thing that was not right, and where. */
export interface Spot {
  readonly what: SpotKind;
  /** Place of the expected stroke it is heard at, from 0. */
  readonly stroke: number;
  /** How late or early in ms, how uneven in ms, by how many percent the tempo is off, or the note that was played. */
  readonly by: number;
  /** How much it is heard: at 1 a take is no longer clean. */
  readonly weight: number;
  readonly change?: LateChange;
}

/** A change of grips, over all its times in the take. */
export interface LateChange {
  readonly from: string;
  readonly to: string;
  readonly times: number;
  /** The middle of how late its first stroke came; null where it was never heard. */
  readonly lateMs: number | null;
  /** Seconds from the last stroke of the old grip to the first of the new one, where it is shortest. */
  readonly leavesS: number;
  /** What it took: what is left for it, and what it was late by. */
  readonly tookS: number;
}

/** What is said of a take. */
export interface Verdict {
  readonly clean: boolean;
  /** The one thing to fix first; undefined where nothing stands out. */
  readonly worst?: Spot;
  /** All that stands out, the worst first. */
  readonly spots: readonly Spot[];
  /** Every change of grips in it. */
  readonly changes: readonly LateChange[];
}

/** How a take came in: taps and MIDI are exact, a microphone may not hear every stroke. */
export interface HeardBy {
  readonly isExact: boolean;
  /** It was played with a click: whoever is far off it in the end has lost it. */
  readonly hasClick?: boolean;
}

/** Later than this beside what it may be, a stroke is worth a word. */
const WORTH_A_WORD = 0.5;

/** Further off than this in the end, the click is lost. */
const CLICK_LOST_S = 0.3;
/** Strokes that lie so far about the beat are not those of this pattern. */
const NOT_THIS_MS = 130;
const NOT_THIS_WEIGHT = 20;
/** Where so many are missing, in so many of the bars, it is the pattern that is missing. */
const SPARSE_SHARE = 0.2;
const SPARSE_BARS = 0.6;
const SPARSE_WEIGHT = 10;

const MOST_IN_A_ROW = 0.4;

/**
 * Judges a take: clean where nothing in it weighs 1 or more, and the one thing to fix, which is a change
 * that comes late each time before one stroke that did so once. Nothing heard is not clean.
 *
 * @example
 * judgeTake([{ atS: 0 }, { atS: 1 }], measuresOf([{ atS: 0 }, { atS: 1 }], [0, 1]), { isExact: true }).clean // true
 */
export function judgeTake(
  expected: readonly ExpectedTime[],
  measures: TakeMeasures,
  by: HeardBy,
): Verdict {
  const changes = changesIn(expected, measures);
  const changeAt = new Map(changes.flatMap((one) => one.at.map((place) => [place, one] as const)));
  const stumbles = measures.stumbles.map((stroke): Spot => ({
    what: 'stumble',
    stroke,
    by: measures.lateMs[stroke] ?? 0,
    weight: assumed('takeStumbleWeight'),
  }));
  const single = expected.flatMap((_, at) => strokeSpot(expected, measures, at));
  const all = [
    ...stumbles,
    ...single,
    ...missedSpots(expected, measures, by),
    ...measures.others.map(({ stroke, played }): Spot => ({
      what: 'note',
      stroke,
      by: played,
      weight: assumed('takeNoteWeight'),
    })),
    ...extraSpots(expected, measures, by),
    ...wholeSpots(expected, measures, by),
    ...sparseSpots(expected, measures),
  ].map((spot): Spot => {
    const found = changeAt.get(spot.stroke);
    const isOfChange =
      found && (spot.what === 'change' || spot.what === 'stumble' || spot.what === 'missed');
    if (!isOfChange) return spot;
    const { at: _, ...change } = found;
    return { ...spot, change };
  });
  const spots = all.toSorted((a, b) => b.weight - a.weight || a.stroke - b.stroke);
  const heard = measures.lateMs.some((late) => late !== null);
  const [worst] = spots;
  return {
    clean: heard && !spots.some(({ weight }) => weight >= 1),
    ...(worst && { worst }),
    spots,
    changes: changes.map(({ at: _, ...change }) => change),
  };
}

function gapBefore(expected: readonly ExpectedTime[], at: number): number {
  return (expected[at]?.atS ?? 0) - (expected[at - 1]?.atS ?? -Infinity);
}

/** How late a stroke may come: so much, and no more than a share of the way to the next one. */
function mayBeLateMs(expected: readonly ExpectedTime[], at: number): number {
  const gap = Math.min(gapBefore(expected, at), gapBefore(expected, at + 1) || Infinity);
  const share = Number.isFinite(gap) ? gap * 1000 * assumed('takeLateShare') : Infinity;
  return Math.max(assumed('takeLateLeastMs'), Math.min(assumed('takeLateMs'), share));
}

/** The middle one; of two in the middle the lower, so that one late time out of two is not "each time". */
function lowerMiddleOf(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor((values.length - 1) / 2)] ?? 0;
}

/** The places where each change of grips begins, by "from to". */
function changePlaces(expected: readonly ExpectedTime[]): ReadonlyMap<string, readonly number[]> {
  const places = new Map<string, number[]>();
  let held: string | undefined;
  expected.forEach(({ chord, chordChange }, at) => {
    if (chordChange && chord !== undefined && held !== undefined) {
      const key = `${held}\n${chord}`;
      places.set(key, [...(places.get(key) ?? []), at]);
    }
    if (chord !== undefined) held = chord;
  });
  return places;
}

function changesIn(
  expected: readonly ExpectedTime[],
  { lateMs }: TakeMeasures,
): readonly (LateChange & { readonly at: readonly number[] })[] {
  return [...changePlaces(expected)].map(([key, at]) => {
    const [from = '', to = ''] = key.split('\n');
    const late = at.flatMap((place) => lateMs[place] ?? []);
    const leavesS = Math.min(...at.map((place) => gapBefore(expected, place)));
    const middle = late.length > 0 ? lowerMiddleOf(late) : null;
    const tookS = leavesS + Math.max(0, middle ?? 0) / 1000;
    return { from, to, at, times: at.length, lateMs: middle, leavesS, tookS };
  });
}

/** What one stroke that was heard did wrong, if anything. */
function strokeSpot(
  expected: readonly ExpectedTime[],
  { lateMs, stumbles }: TakeMeasures,
  at: number,
): readonly Spot[] {
  const late = lateMs[at];
  if (late === null || late === undefined || stumbles.includes(at)) return [];
  const isChange = expected[at]?.chordChange === true && late > 0 && at > 0;
  const weight = Math.abs(late) / mayBeLateMs(expected, at);
  const what = isChange ? 'change' : late > 0 ? 'late' : 'early';
  if (weight < WORTH_A_WORD) return [];
  return [
    {
      what,
      stroke: at,
      by: late,
      weight: isChange ? weight * assumed('takeChangeWeight') : weight,
    },
  ];
}

/** So many may be unheard, or too many, before a take is not clean; a tap is always heard. */
function allowed(count: number, { isExact }: HeardBy): number {
  return isExact ? 0 : Math.floor(count * assumed('takeUnheardShare'));
}

function missedSpots(
  expected: readonly ExpectedTime[],
  { missed, stumbles }: TakeMeasures,
  by: HeardBy,
): readonly Spot[] {
  const own = missed.filter((at) => expected[at]?.mayMiss !== true);
  const isMany = own.length > allowed(expected.length, by);
  const lost = new Set(stumbles);
  return own
    .filter((at) => !lost.has(at) && !lost.has(at - 1))
    .map((stroke): Spot => {
      const isChange = expected[stroke]?.chordChange === true;
      return { what: 'missed', stroke, by: 0, weight: isMany ? (isChange ? 2.2 : 2) : 0.6 };
    });
}

/** The expected stroke that a heard one too many comes after. */
function extraSpots(
  expected: readonly ExpectedTime[],
  { extraAfter }: TakeMeasures,
  by: HeardBy,
): readonly Spot[] {
  const own = extraAfter.filter((at) => expected[at]?.inFree !== true && at >= 0);
  const isMany = own.length > allowed(expected.length, by);
  return own.map((stroke): Spot => ({ what: 'extra', stroke, by: 0, weight: isMany ? 1.5 : 0.55 }));
}

function longestRun(places: readonly number[]): number {
  let [run, most] = [0, 0];
  places.forEach((one, at) => {
    run = one - 1 === places[at - 1] ? run + 1 : 1;
    most = Math.max(most, run);
  });
  return most;
}

/** Strokes that are missing all through, and not at one place. */
function sparseSpots(expected: readonly ExpectedTime[], { missed }: TakeMeasures): readonly Spot[] {
  const own = missed.filter((at) => expected[at]?.mayMiss !== true);
  const barsOf = (places: Iterable<number>): number =>
    new Set([...places].map((at) => expected[at]?.bar ?? 0)).size;
  const isAll = own.length === expected.length;
  const isMany = own.length > SPARSE_SHARE * expected.length && expected.length > 8;
  const isThrough = barsOf(own) > SPARSE_BARS * barsOf(expected.keys());
  // Somebody who began late or ended early did not leave strokes out all through.
  const isScattered = longestRun(own) <= MOST_IN_A_ROW * own.length;
  return isMany && isThrough && isScattered && !isAll
    ? [{ what: 'sparse', stroke: own[0] ?? 0, by: own.length, weight: SPARSE_WEIGHT }]
    : [];
}

function wholeSpots(
  expected: readonly ExpectedTime[],
  { spreadMs, driftPercent }: TakeMeasures,
  { hasClick }: HeardBy,
): readonly Spot[] {
  const uneven = spreadMs / assumed('takeUnevenMs');
  const lastsS = (expected.at(-1)?.atS ?? 0) - (expected[0]?.atS ?? 0);
  const offS = (Math.abs(driftPercent) / 100) * lastsS;
  const drifts = Math.max(
    Math.abs(driftPercent) / assumed('takeDriftPercent'),
    hasClick === true ? offS / CLICK_LOST_S : 0,
  );
  if (spreadMs > NOT_THIS_MS)
    return [{ what: 'lost', stroke: 0, by: spreadMs, weight: NOT_THIS_WEIGHT }];
  const spots: Spot[] = [
    { what: 'uneven', stroke: 0, by: spreadMs, weight: uneven },
    {
      what: driftPercent > 0 ? 'slower' : 'faster',
      stroke: 0,
      by: Math.abs(driftPercent),
      weight: drifts,
    },
  ];
  return spots.filter(({ weight }) => weight >= WORTH_A_WORD);
}
