import type { Finger, Fingers, Grip } from './grip';
import type { HandWords } from './hand-words';

/** A grip with the fingers that hold it. */
interface GripWithFingers {
  readonly grip: Grip;
  readonly fingers: Fingers;
}

/**
 * Says what makes a string of a grip ring that sounds dull: most likely what presses it is too far from its fret
 * or too flat, or a finger beside it leans on it. Empty for a string that is not to sound.
 *
 * @example
 * dullAdvice({ grip: [null, 3, 2, 0, 1, 0], fingers: [null, 3, 2, null, 1, null] }, 5, handWords(USUAL_CONVENTIONS, { tuning: STANDARD_TUNING, capo: 0 })) // 'Stand finger 1 on string 2 more on its tip: it may lean over.'
 */
export function dullAdvice(held: GripWithFingers, place: number, said: HandWords): string {
  const fret = held.grip[place] ?? null;
  if (fret === null) return '';
  if (fret === 0) return openAdvice(held, place, said);
  const finger = held.fingers[place] ?? null;
  const who = fingerWords(finger);
  if (isFlat(held, place)) {
    // The first finger has a hard side; the others can only lie flatter.
    const how = finger === 1 ? `Roll ${who} a little onto its side` : `Lay ${who} flatter`;
    return `${how}, close behind ${said.fret(fret)}.`;
  }
  if (finger === 'T') return `Let the thumb reach further over, close behind ${said.fret(fret)}.`;
  return `Press ${who} close behind ${said.fret(fret)}, on its tip.`;
}

function fingerWords(finger: Finger): string {
  return finger === 'T' ? 'the thumb' : finger === null ? 'the finger' : `finger ${finger}`;
}

function isFlat({ fingers }: GripWithFingers, place: number): boolean {
  const finger = fingers[place] ?? null;
  return finger !== null && finger !== 'T' && fingers.filter((one) => one === finger).length > 1;
}

/** Nobody presses an open string: something leans on it. */
function openAdvice({ grip, fingers }: GripWithFingers, place: number, said: HandWords): string {
  const isPressed = (at: number): boolean => (grip[at] ?? 0) > 0;
  const who = (at: number): string => `${fingerWords(fingers[at] ?? null)} on ${said.string(at)}`;
  // A finger leans over towards the thinner strings.
  if (isPressed(place - 1)) return `Stand ${who(place - 1)} more on its tip: it may lean over.`;
  if (isPressed(place + 1)) return `Move ${who(place + 1)} a little away: it may touch.`;
  if (place === grip.length - 1) return 'Let the palm come away from the neck: it may touch.';
  if (place === 0) return 'Let the thumb stay behind the neck: it may touch.';
  return 'Look from above which finger touches it, and lift that one a little.';
}
