import { midi, type Midi } from '../units';
import { parseTone, toneName, toPitchClass } from './pitch-class';

const NOTE = /^([A-G][#b♯♭]{0,2})(-?\d)$/;

/**
 * Reads a note with its octave, "E2" being MIDI 40; undefined outside MIDI 0 to 127.
 *
 * @example
 * parseNote('E2') // 40
 * @example
 * parseNote('E') // undefined
 */
export function parseNote(name: string): Midi | undefined {
  const match = NOTE.exec(name);
  const tone = match?.[1] === undefined ? undefined : parseTone(match[1]);
  if (!match || tone === undefined) return undefined;
  // The octave belongs to the letter: B#3 is the tone C but sounds as C4.
  const letter = parseTone(name.charAt(0)) ?? 0;
  const raw = tone - letter;
  const shift = raw > 6 ? raw - 12 : raw < -6 ? raw + 12 : raw;
  const note = (Number(match[2]) + 1) * 12 + letter + shift;
  return note >= 0 && note <= 127 ? midi(note) : undefined;
}

/**
 * Names a MIDI note with its octave.
 *
 * @example
 * noteName(45) // 'A2'
 */
export function noteName(note: number, signs: 'sharps' | 'flats' = 'sharps'): string {
  return `${toneName(toPitchClass(note), signs)}${Math.floor(note / 12) - 1}`;
}
