import { chordLabel } from './chord-name';
import { transposeChordName } from './transpose';

/** Which of its two names a chord is called by, and how many semitones above its shape it sounds. */
export interface Called {
  readonly raised: number;
  readonly names: 'shape' | 'sounding';
}

/**
 * Gives a chord as it is said: with ♯ and ♭, silence and "no chord" in words, by the name of its shape
 * or by what sounds.
 *
 * @example
 * chordSaid('Bb', { raised: 2, names: 'sounding' }) // 'C'
 * @example
 * chordSaid('-', { raised: 0, names: 'shape' }) // 'silent'
 */
export function chordSaid(name: string, { raised, names }: Called): string {
  if (name === '-') return 'silent';
  if (name === 'N.C.') return 'no chord';
  return chordLabel(names === 'sounding' ? transposeChordName(name, raised) : name);
}

/**
 * Gives the other of its two names, to be said beside the first; empty without a capo.
 *
 * @example
 * otherChordSaid('G', { raised: 2, names: 'shape' }) // 'sounds A'
 */
export function otherChordSaid(name: string, { raised, names }: Called): string {
  if (raised === 0 || name === '-' || name === 'N.C.') return '';
  return names === 'sounding'
    ? `shape ${chordLabel(name)}`
    : `sounds ${chordLabel(transposeChordName(name, raised))}`;
}
