import type { ChordName } from './chord-name';

/** What the root is known by in a key: the chord's third, or none. */
interface KeyLike {
  readonly tonic: number;
  readonly isMinor: boolean;
}

/** Tells whether a chord has a minor third and no major one. */
export function isMinorish({ quality }: ChordName): boolean {
  return quality.tones.includes(3) && !quality.tones.includes(4);
}

/** Tells whether a chord has a major third and a minor seventh. */
export function isDominantSeventh({ quality }: ChordName): boolean {
  return quality.tones.includes(4) && quality.tones.includes(10);
}

/** Tells whether a chord has neither third: a power chord or a suspended one. */
export function isThirdless({ quality }: ChordName): boolean {
  return !quality.tones.includes(3) && !quality.tones.includes(4);
}

/** Tells whether a chord is the tonic of a key; without a third it may be of either. */
export function isTonic(chord: ChordName, key: KeyLike): boolean {
  return chord.root === key.tonic && (isThirdless(chord) || isMinorish(chord) === key.isMinor);
}
