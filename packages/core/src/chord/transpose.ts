import { parseTone, rootName, toneOver, toPlainSigns } from '../pitch';
import { tagOf, withoutTag, withTag } from './tag';

const NAME = /^([A-G][#b]{0,2})(.*?)(?:\/([A-G][#b]{0,2}))?$/;
const MINOR = /^(m(?!aj)|min|-|dim|°|o|ø)/i;

/**
 * Moves a chord name by semitones, root and bass alike, spelled by the `key` it comes to stand in, else
 * as it is mostly written; anything that starts with no tone (silence, "N.C.", a nickname) stays as it is.
 *
 * @example
 * transposeChordName('D/F#', 2) // 'E/G#'
 * @example
 * transposeChordName('C', 1) // 'Db'
 * @example
 * transposeChordName('Bm~low', 2) // 'C#m~low'
 */
export function transposeChordName(name: string, semitones: number, key?: string): string {
  const match = semitones === 0 ? null : NAME.exec(toPlainSigns(withoutTag(name)));
  const root = parseTone(match?.[1] ?? '');
  if (!match || root === undefined) return name;
  const [, , quality = '', bass] = match;
  const word = rootName(root + semitones, { key, isMinor: MINOR.test(quality) });
  const under = parseTone(bass ?? '');
  const moved =
    word + quality + (under === undefined ? '' : `/${toneOver(word, under + semitones)}`);
  return withTag(moved, tagOf(name));
}
