/** A chord quality: its written suffixes, shortest usual one first, and its tones in semitones above the root. */
export interface Quality {
  readonly suffixes: readonly string[];
  readonly tones: readonly number[];
}

/** Every quality Harvu names. Tones count upwards from the root within one octave, in the order they are stacked. */
export const QUALITIES: readonly Quality[] = [
  { suffixes: ['', 'maj', 'M'], tones: [0, 4, 7] },
  { suffixes: ['m', 'min', '-'], tones: [0, 3, 7] },
  { suffixes: ['5'], tones: [0, 7] },
  { suffixes: ['sus2'], tones: [0, 2, 7] },
  { suffixes: ['sus4', 'sus'], tones: [0, 5, 7] },
  { suffixes: ['6', 'maj6'], tones: [0, 4, 7, 9] },
  { suffixes: ['m6', 'min6'], tones: [0, 3, 7, 9] },
  { suffixes: ['6/9', '69'], tones: [0, 4, 7, 9, 2] },
  { suffixes: ['7', 'dom7'], tones: [0, 4, 7, 10] },
  { suffixes: ['maj7', 'M7'], tones: [0, 4, 7, 11] },
  { suffixes: ['m7', 'min7', '-7'], tones: [0, 3, 7, 10] },
  { suffixes: ['mMaj7', 'mM7', 'm(maj7)'], tones: [0, 3, 7, 11] },
  { suffixes: ['7sus4', '7sus'], tones: [0, 5, 7, 10] },
  { suffixes: ['9'], tones: [0, 4, 7, 10, 2] },
  { suffixes: ['maj9', 'M9'], tones: [0, 4, 7, 11, 2] },
  { suffixes: ['m9', 'min9'], tones: [0, 3, 7, 10, 2] },
  { suffixes: ['11'], tones: [0, 4, 7, 10, 2, 5] },
  { suffixes: ['m11'], tones: [0, 3, 7, 10, 2, 5] },
  { suffixes: ['13'], tones: [0, 4, 7, 10, 2, 9] },
  { suffixes: ['add9', 'add2'], tones: [0, 4, 7, 2] },
  { suffixes: ['madd9', 'm(add9)'], tones: [0, 3, 7, 2] },
  { suffixes: ['add11', 'add4'], tones: [0, 4, 7, 5] },
  { suffixes: ['dim', 'o'], tones: [0, 3, 6] },
  { suffixes: ['dim7', 'o7'], tones: [0, 3, 6, 9] },
  { suffixes: ['m7b5', 'm7-5'], tones: [0, 3, 6, 10] },
  { suffixes: ['aug', '+'], tones: [0, 4, 8] },
  { suffixes: ['7#5', 'aug7', '+7'], tones: [0, 4, 8, 10] },
  { suffixes: ['7b9'], tones: [0, 4, 7, 10, 1] },
  { suffixes: ['7#9'], tones: [0, 4, 7, 10, 3] },
];
