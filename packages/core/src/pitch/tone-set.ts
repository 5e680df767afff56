import { toPitchClass, type PitchClass } from './pitch-class';

/** A set of the twelve tones as bits, the lowest for C (or for a root); small and quick to compare. */
export type ToneSet = number;

/**
 * Makes a set of tones; any whole numbers of semitones are brought into one octave.
 *
 * @example
 * toToneSet([0, 4, 7]) // 145
 */
export function toToneSet(tones: readonly number[]): ToneSet {
  let set = 0;
  for (const tone of tones) set |= 1 << toPitchClass(tone);
  return set;
}

/**
 * Tells whether a tone is in a set, in whatever octave.
 *
 * @example
 * hasTone(toToneSet([0, 4, 7]), 16) // true
 */
export function hasTone(set: ToneSet, tone: number): boolean {
  return (set & (1 << toPitchClass(tone))) !== 0;
}

/**
 * Counts the tones of a set.
 *
 * @example
 * toneCount(toToneSet([0, 4, 7, 12])) // 3
 */
export function toneCount(set: ToneSet): number {
  let count = 0;
  for (let left = set; left !== 0; left &= left - 1) count += 1;
  return count;
}

/**
 * Lists the tones of a set, rising from C.
 *
 * @example
 * tonesOf(toToneSet([7, 0])) // [0, 7]
 */
export function tonesOf(set: ToneSet): readonly PitchClass[] {
  return Array.from({ length: 12 }, (_, tone) => tone).filter((tone) => hasTone(set, tone));
}
