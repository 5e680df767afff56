import type { HandWords } from './hand-words';
import { stringNumber, type Fingers, type Grip } from './grip';

/**
 * Says a grip for a screen reader, from the lowest string to the thinnest.
 *
 * @example
 * gripWords([3, null, 0, 0], [2, null, null, null]) // 'string 4 fret 3, finger 2; string 3 muted; string 2 open; string 1 open'
 */
export function gripWords(grip: Grip, fingers?: Fingers, said?: HandWords): string {
  const words = grip.map((fret, place) => {
    const string = said?.string(place) ?? `string ${stringNumber(grip, place)}`;
    if (fret === null) return `${string} muted`;
    if (fret === 0) return `${string} open`;
    const finger = fingers?.[place];
    const who = finger === 'T' ? ', thumb' : finger ? `, finger ${finger}` : '';
    return `${string} ${said?.fret(fret) ?? `fret ${fret}`}${who}`;
  });
  return words.join('; ');
}
