import { parseTone, toneName, toPitchClass, toPlainSigns, type PitchClass } from './pitch-class';

/** How a tone is spelled: with sharps or with flats. */
export type Signs = 'sharps' | 'flats';

/** How far each major key lies from C in fifths, and so which signs it has. */
const FLAT_KEYS: ReadonlySet<PitchClass> = new Set([5, 10, 3, 8, 1]);
/** The usual spelling of roots where no key tells another. */
const USUAL_MAJOR = ['C', 'C#', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'] as const;
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

/**
 * Names the root of a chord as a key spells it, else as it is mostly written.
 *
 * @example
 * rootName(6, { key: 'Db' }) // 'Gb'
 * @example
 * rootName(8, { isMinor: true }) // 'G#'
 */
export function rootName(
  root: PitchClass,
  { key, isMinor = false }: { readonly key?: string | undefined; readonly isMinor?: boolean } = {},
): string {
  const signs = keySigns(key);
  if (signs) return toneName(root, signs);
  return (isMinor ? USUAL_MINOR : USUAL_MAJOR)[toPitchClass(root)] ?? 'C';
}
