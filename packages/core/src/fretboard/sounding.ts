import { openNotes, raisedTuning, toPitchClass, type PitchClass, type Tuning } from '../pitch';
import { midi, type Midi } from '../units';
import type { Grip } from './grip';

/** How the guitar is strung and clamped. */
export interface Setup {
  readonly tuning: Tuning;
  /** The fret the capo sits at, 0 for none. */
  readonly capo: number;
  /** Semitones the strings stand under the tuning that shapes are named from; none where shapes are named as they sound. */
  readonly down?: number;
}

/**
 * Gives the strings as shapes are named on them: as if the capo were the nut, in the tuning they are let down from.
 *
 * @example
 * shapeSetup({ tuning: ['D2', 'G2', 'C3', 'F3', 'A3', 'D4'], capo: 2, down: 2 }) // { tuning: STANDARD_TUNING, capo: 0 }
 */
export function shapeSetup({ tuning, down = 0 }: Setup): Setup {
  return { tuning: raisedTuning(tuning, down), capo: 0 };
}

/**
 * Gives the note each string sounds (open note + capo + fret), lowest string first, null when muted.
 *
 * @example
 * soundingNotes([3, 2, 0, 0, 0, 3], { tuning: STANDARD_TUNING, capo: 2 }) // [45, 49, 52, 57, 61, 69]
 */
export function soundingNotes(grip: Grip, setup: Setup): readonly (Midi | null)[] {
  const open = openNotes(setup.tuning);
  return grip.map((fret, place) => {
    const note = open[place];
    return fret === null || note === undefined ? null : midi(note + setup.capo + fret);
  });
}

/**
 * Lists the distinct tones a grip sounds, lowest first; none when every string is muted.
 *
 * @example
 * soundingTones([null, 3, 2, 0, 1, 0], { tuning: STANDARD_TUNING, capo: 0 }) // [0, 4, 7]
 */
export function soundingTones(grip: Grip, setup: Setup): readonly PitchClass[] {
  const notes = soundingNotes(grip, setup).filter((note) => note !== null);
  return [...new Set([...notes].sort((a, b) => a - b).map(toPitchClass))];
}
