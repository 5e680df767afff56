import { noteName } from './note';
import { openNotes, parseTuning, type Tuning } from './tuning';

/** A tuning that is a usual one let down as a whole: a capo below the nut. */
export interface MovedTuning {
  /** The tuning its shapes are known from. */
  readonly parent: Tuning;
  /** How many semitones the strings stand under it, from 1. */
  readonly down: number;
}

/** Tunings people know shapes in; what is one of them is none of the others let down. */
const PARENTS = [
  ...['standard', 'drop d', 'double drop d', 'open g', 'open d', 'open e', 'open a', 'open c'],
  ...['open dm', 'open gm', 'open em'],
  // Seven strings and eight, as they mostly come.
  ...['B E A D G B E', 'A E A D G B E', 'F# B E A D G B E'],
].flatMap((name): readonly Tuning[] => {
  const tuning = parseTuning(name);
  return tuning ? [tuning] : [];
});
const MOST_DOWN = 4;

/**
 * Finds the usual tuning that a tuning is when all its strings are let down by 1 to 4 semitones; undefined where it is
 * one itself, or none.
 *
 * @example
 * movedTuning(['Eb2', 'Ab2', 'Db3', 'Gb3', 'Bb3', 'Eb4'])?.down // 1
 * @example
 * movedTuning(['D2', 'A2', 'D3', 'F#3', 'A3', 'D4']) // undefined
 */
export function movedTuning(tuning: Tuning): MovedTuning | undefined {
  if (PARENTS.some((one) => isAt(one, tuning, 0))) return undefined;
  for (let down = 1; down <= MOST_DOWN; down += 1) {
    const parent = PARENTS.find((one) => isAt(one, tuning, down));
    if (parent) return { parent, down };
  }
  return undefined;
}

/**
 * Gives a tuning with every string so many semitones higher.
 *
 * @example
 * raisedTuning(['Eb2', 'Ab2', 'Db3', 'Gb3', 'Bb3', 'Eb4'], 1)[0] // 'E2'
 */
export function raisedTuning(tuning: Tuning, semitones: number): Tuning {
  if (semitones === 0) return tuning;
  return openNotes(tuning).map((note) => noteName(note + semitones));
}

/** Whether each string of a tuning stands so far under that of another. */
function isAt(parent: Tuning, tuning: Tuning, down: number): boolean {
  const [above, under] = [openNotes(parent), openNotes(tuning)];
  return above.length === under.length && above.every((note, at) => note - down === under[at]);
}
