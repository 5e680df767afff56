import { stringNumber, type Fingers, type Grip } from './grip';
import type { HandWords } from './hand-words';

/**
 * Says a grip for a screen reader, from the lowest string to the thinnest; a finger that lies flat over
 * several strings is said once, where it begins.
 *
 * @example
 * gripWords([3, null, 0, 0], [2, null, null, null]) // 'string 4 fret 3, finger 2; string 3 muted; string 2 open; string 1 open'
 * @example
 * gripWords([2, 2, 2], [1, 1, 1]) // 'finger 1 flat across strings 3 to 1 at fret 2'
 */
export function gripWords(grip: Grip, fingers: Fingers = [], said?: HandWords): string {
  const string = (place: number): string =>
    said?.string(place) ?? `string ${stringNumber(grip, place)}`;
  const words = grip.flatMap((fret, place) => {
    if (fret === null) return [`${string(place)} muted`];
    if (fret === 0) return [`${string(place)} open`];
    const at = said?.fret(fret) ?? `fret ${fret}`;
    const finger = fingers[place] ?? null;
    const flat = flatOver(fingers, finger);
    if (flat.length > 0) {
      const across = acrossWords(string(place), string(flat.at(-1) ?? place));
      return place === flat[0] ? [`finger ${finger} flat across ${across} at ${at}`] : [];
    }
    const who = finger === 'T' ? ', thumb' : finger ? `, finger ${finger}` : '';
    return [`${string(place)} ${at}${who}`];
  });
  return words.join('; ');
}

/** The places a finger lies flat over, from the lowest; none where it is a tip. */
function flatOver(fingers: Fingers, finger: Fingers[number]): readonly number[] {
  const places = fingers.flatMap((one, place) => (one === finger ? [place] : []));
  return finger === null || finger === 'T' || places.length < 2 ? [] : places;
}

/** "strings 6 to 1", or the strings by their letters. */
function acrossWords(from: string, to: string): string {
  const [first, last] = [from, to].map((one) => /^string (\d+)$/.exec(one)?.[1]);
  return first && last ? `strings ${first} to ${last}` : `${from} to ${to}`;
}
