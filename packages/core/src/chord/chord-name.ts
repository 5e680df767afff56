import { parseTone, toPlainSigns, type PitchClass } from '../pitch';
import { readQuality, type Quality } from './qualities.data';
import { tagOf, withoutTag } from './tag';

/** A chord name taken apart. */
export interface ChordName {
  readonly root: PitchClass;
  readonly quality: Quality;
  /** The lowest tone: the root unless a slash names another. */
  readonly bass: PitchClass;
}

const ROOT_AND_REST = /^([A-G](?:##|bb|#|b)?)(.*)$/;
const LONGEST_NAME = 24;

/**
 * Reads a chord name such as "F#m7b5" or "D/F♯"; which of its grips is meant is no part of it. Undefined when the root
 * or the suffix is unknown.
 *
 * @example
 * parseChordName('D/F#')?.bass // 6
 * @example
 * parseChordName('Hm') // undefined
 */
export function parseChordName(written: string): ChordName | undefined {
  const text = withoutTag(written);
  if (text.length > LONGEST_NAME) return undefined;
  const match = ROOT_AND_REST.exec(toPlainSigns(text));
  const root = match?.[1] === undefined ? undefined : parseTone(match[1]);
  if (root === undefined) return undefined;
  const [suffix, bass] = splitBass(match?.[2] ?? '');
  const quality = readQuality(suffix);
  return quality && { root, quality, bass: bass ?? root };
}

/**
 * Lists the tones of a chord, root first; a slash bass that is no chord tone comes last.
 *
 * @example
 * chordTones(parseChordName('D/F#')) // [2, 6, 9]
 */
export function chordTones(name: ChordName | undefined): readonly PitchClass[] {
  if (!name) return [];
  const tones = name.quality.tones.map((tone) => (name.root + tone) % 12);
  return tones.includes(name.bass) ? tones : [...tones, name.bass];
}

/**
 * Writes a name for the screen, with ♯ and ♭ instead of # and b; the root letter is left alone. Which of two grips it is
 * stands behind it.
 *
 * @example
 * chordLabel('Bbm7b5/Eb') // 'B♭m7♭5/E♭'
 * @example
 * chordLabel('Bm~low') // 'Bm (low)'
 */
export function chordLabel(name: string): string {
  const tag = tagOf(name);
  const label = withoutTag(name)
    .replace(/#/g, '♯')
    .replace(/(?<=[A-G\d])b/g, '♭');
  return tag === undefined ? label : `${label} (${tag})`;
}

function splitBass(rest: string): readonly [suffix: string, bass: PitchClass | undefined] {
  const slash = rest.lastIndexOf('/');
  const bass = slash < 0 ? undefined : parseTone(rest.slice(slash + 1));
  return bass === undefined ? [rest, undefined] : [rest.slice(0, slash), bass];
}
