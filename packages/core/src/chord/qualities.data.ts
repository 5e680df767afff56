/** A chord quality: how it is written, the tones it has, and which of them a grip may do without. */
export interface Quality {
  /** Its written suffixes, the usual one first. */
  readonly suffixes: readonly string[];
  /** Its tones in semitones above the root within one octave, in the order they are stacked. */
  readonly tones: readonly number[];
  /** Tones that players leave out without a word, besides a plain fifth. */
  readonly spare?: readonly number[];
  /** How rare the name is, 0 for the plainest: of two names that fit alike the plainer comes first. */
  readonly rarity: number;
}

/** Every quality Harvu names. */
export const QUALITIES: readonly Quality[] = [
  { suffixes: ['', 'maj', 'M'], tones: [0, 4, 7], rarity: 0 },
  { suffixes: ['m', 'min', '-'], tones: [0, 3, 7], rarity: 0.02 },
  { suffixes: ['5'], tones: [0, 7], rarity: 0.05 },
  { suffixes: ['sus2'], tones: [0, 2, 7], rarity: 0.24 },
  { suffixes: ['sus4', 'sus'], tones: [0, 5, 7], rarity: 0.2 },
  { suffixes: ['6', 'maj6'], tones: [0, 4, 7, 9], rarity: 0.22 },
  { suffixes: ['m6', 'min6'], tones: [0, 3, 7, 9], rarity: 0.26 },
  { suffixes: ['6/9', '69'], tones: [0, 4, 7, 9, 2], rarity: 0.4 },
  { suffixes: ['7', 'dom7'], tones: [0, 4, 7, 10], rarity: 0.06 },
  { suffixes: ['maj7', 'M7'], tones: [0, 4, 7, 11], rarity: 0.1 },
  { suffixes: ['m7', 'min7', '-7'], tones: [0, 3, 7, 10], rarity: 0.08 },
  { suffixes: ['mMaj7', 'mM7', 'm(maj7)'], tones: [0, 3, 7, 11], rarity: 0.34 },
  { suffixes: ['7sus4', '7sus'], tones: [0, 5, 7, 10], rarity: 0.24 },
  { suffixes: ['9'], tones: [0, 4, 7, 10, 2], rarity: 0.24 },
  { suffixes: ['maj9', 'M9'], tones: [0, 4, 7, 11, 2], rarity: 0.28 },
  { suffixes: ['m9', 'min9'], tones: [0, 3, 7, 10, 2], rarity: 0.28 },
  { suffixes: ['11'], tones: [0, 4, 7, 10, 2, 5], spare: [4, 2], rarity: 0.36 },
  { suffixes: ['m11'], tones: [0, 3, 7, 10, 2, 5], spare: [2], rarity: 0.4 },
  { suffixes: ['13'], tones: [0, 4, 7, 10, 2, 9], spare: [2], rarity: 0.4 },
  { suffixes: ['add9', 'add2'], tones: [0, 4, 7, 2], rarity: 0.22 },
  { suffixes: ['madd9', 'm(add9)'], tones: [0, 3, 7, 2], rarity: 0.3 },
  { suffixes: ['add11', 'add4'], tones: [0, 4, 7, 5], rarity: 0.36 },
  { suffixes: ['dim', 'o'], tones: [0, 3, 6], rarity: 0.2 },
  { suffixes: ['dim7', 'o7'], tones: [0, 3, 6, 9], rarity: 0.16 },
  { suffixes: ['m7b5', 'm7-5'], tones: [0, 3, 6, 10], rarity: 0.22 },
  { suffixes: ['aug', '+'], tones: [0, 4, 8], rarity: 0.2 },
  { suffixes: ['7#5', 'aug7', '+7'], tones: [0, 4, 8, 10], rarity: 0.34 },
  { suffixes: ['7b9'], tones: [0, 4, 7, 10, 1], rarity: 0.34 },
  { suffixes: ['7#9'], tones: [0, 4, 7, 10, 3], rarity: 0.34 },
];
