import { parseTone, toneName, toPitchClass, toPlainSigns, type PitchClass } from './pitch-class';

/** How a tone is spelled: with sharps or with flats. */
export type Signs = 'sharps' | 'flats';

/** How far each major key lies from C in fifths, and so which signs it has. */
const FLAT_KEYS: ReadonlySet<PitchClass> = new Set([5, 10, 3, 8, 1]);
/** The usual spelling of roots where no key tells another. */
const USUAL_MAJOR = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'] as const;
const USUAL_MINOR = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'G#', 'A', 'Bb', 'B'] as const;

/**
 * Tells which signs a key is written with, "F#m" with sharps, "Db" with flats; undefined where the
 * key is not known or cannot be read. C and A minor count as sharps.
 *
 * @example
 * keySigns('Dm') // 'flats'
 * @example
 * keySigns('E') // 'sharps'
 */
export function keySigns(key: string | undefined): Signs | undefined {
  const plain = toPlainSigns(key ?? '');
  const tonic = parseTone(plain.replace(/m$/, ''));
  if (tonic === undefined) return undefined;
  if (plain.includes('#')) return 'sharps';
  if (/^[A-G]b/.test(plain)) return 'flats';
  const major = toPitchClass(plain.endsWith('m') ? tonic + 3 : tonic);
  return FLAT_KEYS.has(major) ? 'flats' : 'sharps';
}

const LETTERS = ['C', 'D', 'E', 'F', 'G', 'A', 'B'] as const;

/** How many letters above the root a tone is written, by its semitones: 3 is a minor third, 6 a flat fifth. */
const LETTERS_OVER_ROOT = [0, 1, 1, 2, 2, 3, 4, 4, 5, 5, 6, 6] as const;
/** The same for roots over the tonic of a major key: between fourth and fifth stands a raised fourth. */
const LETTERS_IN_KEY = [0, 1, 1, 2, 2, 3, 3, 4, 5, 5, 6, 6] as const;
/** Minor and diminished chords between the degrees lead upwards: C#dim in C, G#dim in Am. */
const LETTERS_IN_KEY_MINOR = [0, 0, 1, 2, 2, 3, 3, 4, 4, 5, 6, 6] as const;

/**
 * Names a tone of a chord as its root (or a name that begins with it) asks: in Eb the fourth is Ab, in C# the third E#. A tone that would
 * need two signs is named by one.
 *
 * @example
 * toneOver('Eb', 8) // 'Ab'
 * @example
 * toneOver('F', 1) // 'Db'
 */
export function toneOver(root: string, tone: PitchClass): string {
  const plain = /^[A-G][#b]?/.exec(toPlainSigns(root))?.[0] ?? 'C';
  const interval = toPitchClass(tone - (parseTone(plain) ?? 0));
  const signs = plain.includes('b') ? 'flats' : 'sharps';
  return spelledAbove(plain, LETTERS_OVER_ROOT[interval] ?? 0, tone) ?? toneName(tone, signs);
}

/**
 * Names the root of a chord as a key spells it, else as it is mostly written.
 *
 * @example
 * rootName(6, { key: 'Db' }) // 'Gb'
 * @example
 * rootName(10, { key: 'C' }) // 'Bb'
 * @example
 * rootName(8, { isMinor: true }) // 'G#'
 */
export function rootName(
  root: PitchClass,
  { key, isMinor = false }: { readonly key?: string | undefined; readonly isMinor?: boolean } = {},
): string {
  const tonic = signTonic(key);
  if (tonic === undefined) return (isMinor ? USUAL_MINOR : USUAL_MAJOR)[toPitchClass(root)] ?? 'C';
  const interval = toPitchClass(root - (parseTone(tonic) ?? 0));
  const letters = (isMinor ? LETTERS_IN_KEY_MINOR : LETTERS_IN_KEY)[interval] ?? 0;
  return spelledAbove(tonic, letters, root) ?? toneName(root, keySigns(key));
}

/** Spells a tone so many letters above another; undefined where one sign is not enough for it. */
function spelledAbove(from: string, letters: number, tone: PitchClass): string | undefined {
  const at = LETTERS.findIndex((letter) => from.startsWith(letter));
  const letter = LETTERS[(at + letters) % LETTERS.length] ?? 'C';
  const sign = ['', '#', 'b'].find((one) => parseTone(letter + one) === toPitchClass(tone));
  return sign === undefined ? undefined : letter + sign;
}

/** The tonic of the major key that a key shares its signs with; undefined where it cannot be read. */
function signTonic(key: string | undefined): string | undefined {
  const plain = toPlainSigns(key ?? '').trim();
  const tonic = plain.replace(/m$/, '');
  const tone = parseTone(tonic);
  if (tone === undefined) return undefined;
  return plain.endsWith('m') ? toneOver(tonic, toPitchClass(tone + 3)) : tonic;
}
