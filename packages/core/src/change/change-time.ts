import type { Change } from './change';

/** A change beside the time there is for it at a tempo, in seconds. */
export interface ChangeTime extends Change {
  /** What the hand needs. */
  readonly takes: number;
  /** What the strokes around it leave. */
  readonly has: number;
  /** The share of what it takes that is not there: 0.5 where it takes twice as long; 0 and below where it fits. */
  readonly lacks: number;
}

/** A change with what it takes in seconds, and the beats there are for it. */
export interface ChangeInBeats extends Change {
  readonly seconds: number;
  readonly windowBeats: number;
}

/**
 * Gives how long some beats last for a hand, in seconds, at a tempo above 0.
 *
 * @example
 * secondsAt(0.5, 60) // 0.5
 */
export function secondsAt(beats: number, bpm: number): number {
  return (60 * beats) / bpm;
}

/**
 * Gives the fastest tempo at which something that takes so many seconds, above 0, fits into some beats.
 *
 * @example
 * bpmWithin(0.5, 0.52).toFixed(1) // '57.7'
 */
export function bpmWithin(beats: number, seconds: number): number {
  return (60 * beats) / seconds;
}

/**
 * Puts a change beside the time there is for it at a tempo.
 *
 * @example
 * changeTime({ from: 'G', to: 'D', seconds: 1, windowBeats: 0.5 }, 60) // { from: 'G', to: 'D', takes: 1, has: 0.5, lacks: 0.5 }
 */
export function changeTime(
  { from, to, seconds, windowBeats }: ChangeInBeats,
  bpm: number,
): ChangeTime {
  const has = secondsAt(windowBeats, bpm);
  return { from, to, takes: seconds, has, lacks: seconds > 0 ? 1 - has / seconds : 0 };
}

/**
 * Orders changes by what they lack, most first: the order of what slows a song down, wherever it is told. Of two that
 * lack as much, the one that takes longer comes first.
 *
 * @example
 * mostLacking([]) // []
 */
export function mostLacking<One extends ChangeTime>(changes: readonly One[]): readonly One[] {
  return changes.toSorted((a, b) => b.lacks - a.lacks || b.takes - a.takes);
}

/**
 * Gives the change that slows a song down most: the one that lacks most of the time it takes; undefined for none.
 *
 * @example
 * slowest([]) // undefined
 */
export function slowest<One extends ChangeTime>(changes: readonly One[]): One | undefined {
  return mostLacking(changes)[0];
}

/**
 * Tells whether a change takes longer than there is time for it.
 *
 * @example
 * isLate(changeTime({ from: 'G', to: 'D', seconds: 1, windowBeats: 2 }, 60)) // false
 */
export function isLate({ takes, has }: ChangeTime): boolean {
  return takes > has;
}
