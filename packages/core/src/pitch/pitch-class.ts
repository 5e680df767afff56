/** One of the twelve tones without octave: 0 is C, 11 is B. */
export type PitchClass = number;

const LETTERS: Readonly<Record<string, PitchClass>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 };
const TONE = /^([A-G])(#{1,2}|b{1,2})?$/;
const SHARP_NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'] as const;
const FLAT_NAMES = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb', 'G', 'Ab', 'A', 'Bb', 'B'] as const;

/**
 * Brings any whole number of semitones into one octave, 0 to 11.
 *
 * @example
 * toPitchClass(-1) // 11
 */
export function toPitchClass(semitones: number): PitchClass {
  return ((semitones % 12) + 12) % 12;
}

/**
 * Writes the signs ♯ and ♭ as # and b, the form names have in data.
 *
 * @example
 * toPlainSigns('F♯m7♭5') // 'F#m7b5'
 */
export function toPlainSigns(text: string): string {
  return text.replace(/♯/g, '#').replace(/♭/g, 'b');
}

/**
 * Reads a tone name such as "F#" or "B♭"; undefined when it is not one.
 *
 * @example
 * parseTone('Bb') // 10
 * @example
 * parseTone('H') // undefined
 */
export function parseTone(name: string): PitchClass | undefined {
  const match = TONE.exec(toPlainSigns(name));
  if (!match?.[1]) return undefined;
  const signs = match[2] ?? '';
  const shift = signs.startsWith('#') ? signs.length : -signs.length;
  return toPitchClass((LETTERS[match[1]] ?? 0) + shift);
}

/**
 * Names a pitch class, with sharps unless flats are asked for.
 *
 * @example
 * toneName(10, 'flats') // 'Bb'
 */
export function toneName(tone: PitchClass, signs: 'sharps' | 'flats' = 'sharps'): string {
  return (signs === 'flats' ? FLAT_NAMES : SHARP_NAMES)[toPitchClass(tone)] ?? 'C';
}
