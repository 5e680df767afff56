import { parseTone, toneName, toPlainSigns } from '../pitch';

const TONE = /(^|\/)([A-G][#b]{0,2})/g;

/**
 * Moves a chord name by semitones, root and bass alike; anything that starts with no tone
 * (silence, "N.C.", a nickname) stays as it is.
 *
 * @example
 * transposeChordName('D/F#', 2) // 'E/G#'
 */
export function transposeChordName(name: string, semitones: number): string {
  if (semitones === 0) return name;
  const signs = semitones < 0 || name.includes('b') ? 'flats' : 'sharps';
  return toPlainSigns(name).replace(TONE, (whole: string, before: string, tone: string) => {
    const parsed = parseTone(tone);
    return parsed === undefined ? whole : before + toneName(parsed + semitones, signs);
  });
}
