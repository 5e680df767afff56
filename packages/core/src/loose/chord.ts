import { parseChordName } from '../chord';
import { toPlainSigns } from '../pitch';

const NO_CHORD = /^n\.?c\.?$/i;
const GERMAN = /(?:^|[\s|])\(?H(?:m|7|m7|dim|sus\d?|maj7|\/[A-H])?\)?(?=[\s|,;]|$)/;

/** How chords are lettered where they stand. */
export interface Letters {
  /** H is B, and B is B flat. */
  readonly isGerman?: boolean;
}

/**
 * Reads a chord as it was typed: small letters, a comma behind it, "NC", German letters where they are met;
 * undefined where it is none.
 *
 * @example
 * chordAsTyped('f#m7') // 'F#m7'
 * @example
 * chordAsTyped('n.c.') // 'N.C.'
 * @example
 * chordAsTyped('H7', { isGerman: true }) // 'B7'
 */
export function chordAsTyped(
  token: string,
  { isGerman = false }: Letters = {},
): string | undefined {
  if (NO_CHORD.test(token)) return 'N.C.';
  const plain = toPlainSigns(token.replace(/[,;]$/, ''));
  const named = isGerman ? fromGerman(withCapital(plain)) : plain;
  if (parseChordName(named)) return named;
  const large = withCapital(named);
  return parseChordName(large) ? large : undefined;
}

/**
 * Tells whether a line of chords is in German letters: only there is a chord called H.
 *
 * @example
 * isInGermanLetters('H7 Em') // true
 */
export function isInGermanLetters(line: string): boolean {
  return GERMAN.test(line);
}

/** A chord in German letters as others write it. */
function fromGerman(name: string): string {
  const letter = (tone: string): string =>
    tone.startsWith('H') ? `B${tone.slice(1)}` : /^B(?!b)/.test(tone) ? `Bb${tone.slice(1)}` : tone;
  return name.split('/').map(letter).join('/');
}

function withCapital(name: string): string {
  return name.replace(/^[a-h]|(?<=\/)[a-h](?=[#b♯♭]?$)/g, (letter) => letter.toUpperCase());
}
