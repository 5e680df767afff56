import { chordLabel } from './chord-name';
import { transposeChordName } from './transpose';

/** Which of its two names a chord is called by, on a guitar with this capo. */
export interface Called {
  readonly capo: number;
  readonly names: 'shape' | 'sounding';
}

/**
 * Gives a chord as it is said: with ♯ and ♭, silence and "no chord" in words, by the name of its shape
 * or by what sounds.
 *
 * @example
 * chordSaid('Bb', { capo: 2, names: 'sounding' }) // 'C'
 * @example
 * chordSaid('-', { capo: 0, names: 'shape' }) // 'silent'
 */
export function chordSaid(name: string, { capo, names }: Called): string {
  if (name === '-') return 'silent';
  if (name === 'N.C.') return 'no chord';
  return chordLabel(names === 'sounding' ? transposeChordName(name, capo) : name);
}

/**
 * Gives the other of its two names, to be said beside the first; empty without a capo.
 *
 * @example
 * otherChordSaid('G', { capo: 2, names: 'shape' }) // 'sounds A'
 */
export function otherChordSaid(name: string, { capo, names }: Called): string {
  if (capo === 0 || name === '-' || name === 'N.C.') return '';
  return names === 'sounding'
    ? `shape ${chordLabel(name)}`
    : `sounds ${chordLabel(transposeChordName(name, capo))}`;
}
