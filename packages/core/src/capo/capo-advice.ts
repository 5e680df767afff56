import type { SongDocument } from '../song';
import type { WorkpieceOptions } from '../steps';
import { comparedWith, HIGHEST_ADVISED, optionAt, type CapoOption } from './place';

/** The cheaper first; of those that weigh the same, the one that moves least. */
export function byCost(now: number) {
  return (a: CapoOption, b: CapoOption): number =>
    a.cost - b.cost || Math.abs(a.capo - now) - Math.abs(b.capo - now) || a.capo - b.capo;
}

/**
 * Compares the places for the capo from none to fret 9: the sound stays as it is, or is some semitones higher or
 * lower, and the shapes change; what weighs least first. Of a song without chords every place weighs nothing.
 *
 * @example
 * capoAdvice(readChart('[A]\n| F | Bb | C |').song)[0].barres // 0
 */
export function capoAdvice(
  song: SongDocument,
  options: WorkpieceOptions = {},
  higher = 0,
): readonly CapoOption[] {
  const compared = comparedWith(song, options);
  return Array.from({ length: HIGHEST_ADVISED + 1 }, (_, capo) =>
    optionAt({ capo, higher }, compared),
  ).toSorted(byCost(compared.now.capo));
}
