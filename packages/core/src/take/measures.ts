import { alignStrokes, type Pair } from './align';

/** A stroke that is expected: when, and whether a new grip begins with it. */
export interface ExpectedTime {
  readonly atS: number;
  readonly chordChange?: boolean;
  /** The grip that is held, where one is. */
  readonly chord?: string;
  /** Where it stands, from 0. */
  readonly bar?: number;
  /** Its bar is played freely: more strokes than these are welcome there. */
  readonly inFree?: true;
  /** The notes it asks for, as MIDI counts them; without, any will do. */
  readonly asks?: readonly number[];
  /** It may be left out: a stroke of a free pattern that is not on the pulse. */
  readonly mayMiss?: true;
}

/** What is known of how a take was heard. */
export interface HeardHow {
  /** How much later than played a stroke is heard, where the device was measured. */
  readonly latencyS?: number;
  /** What each heard stroke sounded, as MIDI counts notes, where that is known. */
  readonly notes?: readonly number[];
}

/** A note that was played where another was asked for. */
export interface OtherNote {
  /** Place of the expected stroke, from 0. */
  readonly stroke: number;
  readonly played: number;
}

/** What was really played, stroke by stroke. */
export interface TakeMeasures {
  /** How late each expected stroke came, in ms, below 0 early; null where it was not heard. */
  readonly lateMs: readonly (number | null)[];
  /** Places of expected strokes that were not heard, from 0. */
  readonly missed: readonly number[];
  /** Places of heard strokes that nothing was expected for, from 0. */
  readonly extra: readonly number[];
  /** For each of them, the place of the expected stroke it comes after; -1 before all. */
  readonly extraAfter: readonly number[];
  /** Notes that were not those asked for, where notes are known; an octave away is the same note. */
  readonly others: readonly OtherNote[];
  /** Places of expected strokes before which the player stopped or lost their place. */
  readonly stumbles: readonly number[];
  /** How far the strokes lie about the beat, in ms: half of them within two thirds of it. */
  readonly spreadMs: number;
  /** How much the tempo differs from the one expected, in percent: above 0 slower. */
  readonly driftPercent: number;
  /** The one constant that was taken out, in ms: the way of the sound, and the player's habit. */
  readonly latencyMs: number;
}

/** Of the middle deviation, the standard deviation of what is spread normally. */
const NORMAL = 1.4826;
/** A tempo that is less off than this over the whole take is held. */
const HELD_S = 0.06;
const LEAST_FOR_DRIFT = 8;
/** Somebody who comes so much later than the strokes before has stopped. */
const STOPPED_S = 0.35;

/** A stroke that was heard: when it was expected, and how much later it came. */
type Point = readonly [expectedS: number, lateS: number];

/** Nearer behind another than this, it is the same stroke: a bouncing key, a string that slaps. */
const SAME_S = 0.045;

/** How the beat of the player lies over the one expected. */
interface Beat {
  readonly slope: number;
  readonly start: number;
}

/** The stroke before or after one that is missing comes so much later: the player was lost for a moment. */
const LOST_MS = 140;
/** So late is no slow hand any more, but where a new grip begins. */
const STUMBLED_MS = 200;

/**
 * Measures a take against what was expected, both in seconds and in order: one constant is taken out (and a
 * steady drift, which is told by itself), and each stroke is early or late against the rest. Nothing heard:
 * all are missed.
 *
 * @example
 * measuresOf([{ atS: 0 }, { atS: 0.5 }, { atS: 1 }], [0.1, 0.6, 1.14]).lateMs // [0, 0, 40]
 */
export function measuresOf(
  expected: readonly ExpectedTime[],
  heardS: readonly number[],
  how: HeardHow = {},
): TakeMeasures {
  const times = expected.map(({ atS }) => atS);
  const apart = placesApart(heardS);
  const { pairs: own, pace } = alignStrokes(
    times,
    apart.map((at) => heardS[at] ?? 0),
    how,
  );
  const pairs = own.map((one) => ({ ...one, heard: apart[one.heard] ?? one.heard }));
  const raw = pairs.map((one): Point => {
    const atS = times[one.expected] ?? 0;
    return [atS, (heardS[one.heard] ?? 0) - atS];
  });
  const { points, stops } = withoutStops(raw, pace);
  const { slope, start } = beatOf(points);
  const lateS = points.map(([x, y], at) => y - slope * x - start + (stops.get(at) ?? 0));
  const lateMs: (number | null)[] = times.map(() => null);
  pairs.forEach((one, at) => {
    lateMs[one.expected] = Math.round((lateS[at] ?? 0) * 1000) + 0;
  });
  const steady = lateS.filter((_, at) => !stops.has(at)).map(Math.abs);
  const missed = placesBut(
    times.length,
    pairs.map((one) => one.expected),
  );
  const matched = new Set(pairs.map((one) => one.heard));
  const extra = apart.filter((at) => !matched.has(at));
  const stopped = [...stops.keys()].flatMap((at) => pairs[at]?.expected ?? []);
  return {
    lateMs,
    missed,
    extra,
    extraAfter: extra.map((heard) => pairs.findLast((one) => one.heard < heard)?.expected ?? -1),
    others: othersIn(expected, pairs, { apart, notes: how.notes }),
    stumbles: [...new Set([...stopped, ...lostAt(expected, missed, lateMs)])].sort((a, b) => a - b),
    spreadMs: Math.round(meanMiddleOf(steady) * NORMAL * 1000),
    driftPercent: Math.round(slope * 10_000) / 100,
    latencyMs: Math.round((start + slope * (times[0] ?? 0)) * 1000),
  };
}

function meanMiddleOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  const [low, high] = [sorted[half - 1] ?? 0, sorted[half] ?? 0];
  return sorted.length % 2 === 0 ? (low + high) / 2 : high;
}

/** Places of the strokes that are not the same as the one before. */
function placesApart(heardS: readonly number[]): readonly number[] {
  let last = -Infinity;
  return heardS.flatMap((one, at) => {
    if (one - last < SAME_S) return [];
    last = one;
    return [at];
  });
}

/** A straight line through points that a few far ones do not bend: the middle of the slopes (Theil and Sen). */
function lineThrough(points: readonly Point[]): {
  readonly slope: number;
  readonly start: number;
} {
  const far = Math.max(1, Math.floor(points.length / 2));
  const slopes = points.slice(far).flatMap(([x, y], at) => {
    const [x0, y0] = points[at] ?? [x, y];
    return x > x0 ? [(y - y0) / (x - x0)] : [];
  });
  const slope = meanMiddleOf(slopes);
  return { slope, start: meanMiddleOf(points.map(([x, y]) => y - slope * x)) };
}

function beatOf(points: readonly Point[]): Beat {
  const steady = { slope: 0, start: meanMiddleOf(points.map(([, y]) => y)) };
  const [first, last] = [points[0]?.[0] ?? 0, points.at(-1)?.[0] ?? 0];
  if (points.length < LEAST_FOR_DRIFT) return steady;
  const line = lineThrough(points);
  // So little is no drift, and taking it out would take out what was late.
  return Math.abs(line.slope) * (last - first) < HELD_S ? steady : line;
}

/** Where the player stopped and went on; what comes after is told from there on. */
function withoutStops(
  points: readonly Point[],
  pace: number,
): {
  readonly points: readonly Point[];
  readonly stops: ReadonlyMap<number, number>;
} {
  const stops = new Map<number, number>();
  const offs = points.map(([x, y]) => y - (pace - 1) * x);
  let shift = 0;
  const own = points.map(([x, y], at): Point => {
    const jump =
      meanMiddleOf(offs.slice(at, at + 5)) - meanMiddleOf(offs.slice(Math.max(0, at - 3), at));
    const step = (offs[at] ?? 0) - (offs[at - 1] ?? 0);
    const isStop = at > 0 && at < points.length - 1 && Math.min(jump, step) > STOPPED_S;
    if (isStop) {
      stops.set(at, jump);
      shift += jump;
    }
    return [x, y - shift];
  });
  return { points: own, stops };
}

/**
 * Where the player lost their place: two or more strokes in a row are missing, one is and the next comes
 * late, or one comes very late though the hand stays where it is. A new grip that comes late is a slow
 * change, and no stumble.
 */
function lostAt(
  expected: readonly ExpectedTime[],
  missed: readonly number[],
  lateMs: readonly (number | null)[],
): readonly number[] {
  const all = new Set(missed);
  const isNew = (at: number): boolean => expected[at]?.chordChange === true;
  const isLate = (at: number, ms: number): boolean => (lateMs[at] ?? 0) > ms;
  return expected.flatMap((_, at) => {
    if (!all.has(at)) return isLate(at, STUMBLED_MS) && !isNew(at) && !all.has(at - 1) ? [at] : [];
    const isFirst = !all.has(at - 1);
    const isLost =
      all.has(at + 1) || isLate(at + 1, LOST_MS) || (isLate(at - 1, LOST_MS) && !isNew(at - 1));
    return isFirst && isLost ? [at] : [];
  });
}

/** The notes of each pair that were not asked for; what sounds at once is one stroke. */
function othersIn(
  expected: readonly ExpectedTime[],
  pairs: readonly Pair[],
  heard: { readonly apart: readonly number[]; readonly notes: readonly number[] | undefined },
): readonly OtherNote[] {
  const { apart, notes = [] } = heard;
  return pairs.flatMap((pair) => {
    const asked = expected[pair.expected]?.asks ?? [];
    const until = apart[apart.indexOf(pair.heard) + 1];
    const other = notes
      .slice(pair.heard, until)
      .find((note) => asked.every((one) => (note - one) % 12 !== 0));
    const isOther = asked.length > 0 && other !== undefined;
    return isOther ? [{ stroke: pair.expected, played: other }] : [];
  });
}

function placesBut(count: number, taken: readonly number[]): readonly number[] {
  const known = new Set(taken);
  return Array.from({ length: count }, (_, at) => at).filter((at) => !known.has(at));
}
