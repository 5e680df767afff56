/** A change of grips as somebody has shown it. */
export interface MeasuredChange {
  readonly from: string;
  readonly to: string;
  readonly seconds: number;
  /** Only a bound: something clean showed that it takes at most so long. It never makes a prediction slower. */
  readonly atMost?: true;
}

/** What is known of a student that decides their steps and tempos. */
export interface Student {
  /** Grips they hold from other songs: a chord name alone, or with its shape: "F 133211". */
  readonly ownedGrips: readonly string[];
  /** Patterns they play from other songs, as they are written: "D U D U D - D U". */
  readonly ownedPatterns: readonly string[];
  readonly changes: readonly MeasuredChange[];
  /** What their picking hand was measured at; unknown when left out. */
  readonly strokesPerSecond?: number;
  /** What it has shown at least; it never holds a tempo back. */
  readonly strokesAtLeast?: number;
  /** How much slower than usual they change, from 0.3 to 5; worked out from their changes when left out. */
  readonly paceFactor?: number;
  readonly scaleLengthMm?: number;
  /** Their comfortable reach from finger 1 to 4. */
  readonly stretchMm?: number;
  /** How much faster each of their rungs is, where it is not the studio's. */
  readonly rungRatio?: number;
}

/** What somebody has shown in the songs they practised. */
export type ShownSkills = Pick<
  Student,
  'ownedGrips' | 'ownedPatterns' | 'changes' | 'strokesAtLeast' | 'strokesPerSecond'
>;

/** A student nothing is known of. */
export const USUAL_STUDENT: Student = { ownedGrips: [], ownedPatterns: [], changes: [] };

/** A time measured beside the one predicted. */
interface Compared {
  readonly measured: number;
  readonly predicted: number;
}

/**
 * Works out how much slower than usual somebody changes: the geometric mean of measured over
 * predicted times, drawn towards 1 as if `shrink` more changes had been usual; 1 for none.
 *
 * @example
 * paceFactorOf([{ measured: 0.8, predicted: 0.4 }], 0) // 2
 * @example
 * paceFactorOf([], 3) // 1
 */
export function paceFactorOf(changes: readonly Compared[], shrink: number): number {
  const sum = changes.reduce((all, one) => all + Math.log(one.measured / one.predicted), 0);
  const weight = changes.length + shrink;
  return weight > 0 ? Math.exp(sum / weight) : 1;
}

/**
 * Finds the time that was measured for a change; one measured the other way round serves too, as a
 * drill goes both ways. Undefined when neither was.
 *
 * @example
 * measuredSeconds([{ from: 'G', to: 'D', seconds: 0.5 }], { from: 'D', to: 'G' }) // 0.5
 */
export function measuredSeconds(
  changes: readonly MeasuredChange[],
  { from, to }: Pick<MeasuredChange, 'from' | 'to'>,
): number | undefined {
  const measured = changes.filter((one) => !one.atMost);
  const same = measured.findLast((one) => one.from === from && one.to === to);
  return (same ?? measured.findLast((one) => isEitherWay({ from, to }, one)))?.seconds;
}

/**
 * Finds the least that a change was shown to take at most, in either direction; Infinity when it was
 * not.
 *
 * @example
 * secondsAtMost([{ from: 'G', to: 'D', seconds: 0.5, atMost: true }], { from: 'D', to: 'G' }) // 0.5
 */
export function secondsAtMost(
  changes: readonly MeasuredChange[],
  change: Pick<MeasuredChange, 'from' | 'to'>,
): number {
  const bounds = changes.filter((one) => one.atMost && isEitherWay(change, one));
  return Math.min(Infinity, ...bounds.map(({ seconds }) => seconds));
}

function isEitherWay(
  { from, to }: Pick<MeasuredChange, 'from' | 'to'>,
  one: Pick<MeasuredChange, 'from' | 'to'>,
): boolean {
  return (one.from === from && one.to === to) || (one.from === to && one.to === from);
}
