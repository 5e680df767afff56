/** How one person likes strings, frets and names said and drawn; nothing stored depends on it. */
export interface Conventions {
  /** Strings by number, 1 the thinnest, or by the letter of their open note. */
  readonly strings: 'numbers' | 'letters';
  /** Frets counted from the capo, as they are stored, or from the nut. */
  readonly frets: 'capo' | 'nut';
  /** With a capo: which of the two names comes first. */
  readonly names: 'shape' | 'sounding';
  /** Beats counted aloud by syllables, or every slot by its number. */
  readonly counts: 'syllables' | 'numbers';
  /** Diagrams mirrored. */
  readonly leftHanded: boolean;
}

/** What is shown until somebody chooses otherwise. */
export const USUAL_CONVENTIONS: Conventions = {
  strings: 'numbers',
  frets: 'capo',
  names: 'shape',
  counts: 'syllables',
  leftHanded: false,
};
