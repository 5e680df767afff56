/**
 * How well a chord belongs to a key, 0 to 1, by the semitones of its root above the tonic: what teachers
 * meet in songs, borrowed chords and the sevenths of the blues with it (our own estimates).
 */
export interface Degrees {
  readonly major: readonly number[];
  readonly minor: readonly number[];
  readonly diminished: readonly number[];
  /** A root and its fifth alone. */
  readonly power: readonly number[];
  /** What a dominant seventh leaves of the major chord's weight. */
  readonly dominant: readonly number[];
}

//                     1    b2    2    b3    3    4    #4    5    b6    6    b7    7
export const IN_MAJOR: Degrees = {
  major: /*     */ [1.0, 0.4, 0.6, 0.65, 0.5, 1.0, 0.1, 1.0, 0.6, 0.5, 0.78, 0.15],
  minor: /*     */ [0.3, 0.1, 0.95, 0.1, 0.88, 0.68, 0.2, 0.55, 0.1, 0.95, 0.1, 0.25],
  diminished: /**/ [0.3, 0.5, 0.5, 0.4, 0.3, 0.2, 0.6, 0.2, 0.4, 0.2, 0.2, 0.85],
  power: /*     */ [1.0, 0.3, 0.85, 0.9, 0.8, 1.0, 0.2, 1.0, 0.75, 0.85, 0.92, 0.3],
  dominant: /*  */ [0.87, 0.8, 1.0, 0.5, 1.0, 0.87, 0.5, 1.0, 0.8, 1.0, 0.8, 0.9],
};
export const IN_MINOR: Degrees = {
  major: /*     */ [0.45, 0.5, 0.3, 0.95, 0.1, 0.76, 0.1, 0.97, 0.95, 0.1, 0.95, 0.1],
  minor: /*     */ [1.0, 0.1, 0.6, 0.1, 0.1, 0.97, 0.2, 0.86, 0.1, 0.3, 0.4, 0.1],
  diminished: /**/ [0.2, 0.3, 0.86, 0.2, 0.3, 0.2, 0.5, 0.2, 0.2, 0.6, 0.2, 0.88],
  power: /*     */ [0.94, 0.4, 0.4, 0.9, 0.2, 0.94, 0.2, 0.94, 0.88, 0.3, 0.9, 0.3],
  dominant: /*  */ [0.5, 0.8, 0.8, 0.9, 0.8, 1.0, 0.5, 1.0, 0.8, 0.8, 1.0, 0.8],
};
/** A major seventh sits on the first, third, fourth and sixth degree; on the fifth it speaks against the key. */
export const MAJOR_SEVENTH_ON = { inMajor: [0, 3, 5, 8, 10], inMinor: [3, 8, 10] } as const;
export const MAJOR_SEVENTH_ELSEWHERE = 0.72;
/** A chord without its third, or with a raised fifth, tells less. */
export const THIRDLESS = 0.97;
export const AUGMENTED = 0.8;

/** What a degree's own dominant is worth, and from what weight on a chord is a degree of the key. */
export const SECONDARY_DOMINANT = 0.85;
export const DIATONIC = 0.85;

/** What decides between keys that fit alike; together less than one chord in four that does not fit. */
export const BONUS = {
  first: 0.06,
  last: 0.03,
  fifthDown: 0.02,
  fourthDown: 0.012,
  tonicNeverSounds: -0.09,
} as const;
