import { parseTone, rootName, toPlainSigns, type PitchClass } from '../pitch';

/** One of the 24 keys. */
export interface Key {
  readonly tonic: PitchClass;
  readonly isMinor: boolean;
}

const WRITTEN = /^([A-Ga-g](?:#|b)?)\s*-?\s*(m|min|minor|maj|major)?\.?$/;

/** Writes a key with the fewest signs: Db, not C#, but C#m. */
export function keyName({ tonic, isMinor }: Key): string {
  return rootName(tonic, { isMinor }) + (isMinor ? 'm' : '');
}

/**
 * Reads a key such as "F#m", "Bb", "E minor" or "c"; undefined when it is none.
 *
 * @example
 * parseKey('F♯m') // { tonic: 6, isMinor: true }
 * @example
 * parseKey('E minor') // { tonic: 4, isMinor: true }
 */
export function parseKey(text: string): Key | undefined {
  const match = WRITTEN.exec(toPlainSigns(text.trim()));
  const letter = match?.[1] ?? '';
  const tonic = parseTone(letter.charAt(0).toUpperCase() + letter.slice(1));
  return tonic === undefined ? undefined : { tonic, isMinor: /^m(in|$)/.test(match?.[2] ?? '') };
}
