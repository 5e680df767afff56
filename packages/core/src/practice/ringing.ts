import type { Conventions } from '../conventions';
import { dullAdvice, handWords, stringNumber, type Setup } from '../fretboard';
import { openNotes } from '../pitch';
import type { SongGrip } from '../player';

/** A string of a grip that is to ring. */
export interface RingingString {
  /** From 1, the thinnest. */
  readonly number: number;
  /** As this person says it: "String 5". */
  readonly name: string;
  readonly midi: number;
  /** What helps where it sounds dull. */
  readonly advice: string;
}

/** A grip that is heard string by string. */
export interface RingingGrip {
  readonly grip: string;
  /** From the thickest. */
  readonly strings: readonly RingingString[];
}

/**
 * Gives the strings of each grip that are to ring, from the thickest, each with what helps where it does not.
 *
 * @example
 * ringingGrips([], { tuning: STANDARD_TUNING, capo: 0 }, USUAL_CONVENTIONS) // []
 */
export function ringingGrips(
  grips: readonly SongGrip[],
  setup: Setup,
  conventions: Conventions,
): readonly RingingGrip[] {
  const said = handWords(conventions, setup);
  const open = openNotes(setup.tuning);
  return grips.map((held) => ({
    grip: held.name,
    strings: held.grip.flatMap((fret, place) =>
      fret === null
        ? []
        : [
            {
              number: stringNumber(held.grip, place),
              name: upper(said.string(place)),
              midi: (open[place] ?? 0) + setup.capo + fret,
              advice: dullAdvice(held, place, said),
            },
          ],
    ),
  }));
}

function upper(words: string): string {
  return words.charAt(0).toUpperCase() + words.slice(1);
}
