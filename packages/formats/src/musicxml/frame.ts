import { parseGrip, type Finger, type Fingers, type Grip } from '@harvu/core/fretboard';
import { childrenOf, numberOf, type Element } from './xml';

/** A grip as it is drawn beside a chord symbol. */
export interface ReadFrame {
  readonly grip: Grip;
  readonly fingers?: Fingers;
}

const STRINGS = 6;

interface FrameNote {
  readonly place: number;
  readonly fret: number;
  readonly finger: Finger;
}

/** Reads a drawn grip; undefined where it is of other than six strings, or none. */
export function readFrame(frame: Element): ReadFrame | undefined {
  if ((numberOf(frame, 'frame-strings') ?? STRINGS) !== STRINGS) return undefined;
  const notes = childrenOf(frame, 'frame-note').flatMap(noteOf);
  const at = (place: number): FrameNote | undefined => notes.findLast((one) => one.place === place);
  const places = Array.from({ length: STRINGS }, (_, place) => place);
  const grip = parseGrip(places.map((place) => at(place)?.fret ?? 'x').join('-'));
  if (!grip || notes.length === 0) return undefined;
  const fingers = places.map((place) => at(place)?.finger ?? null);
  return fingers.some((one) => one !== null) ? { grip, fingers } : { grip };
}

function noteOf(note: Element): readonly FrameNote[] {
  const [string, fret] = [numberOf(note, 'string'), numberOf(note, 'fret')];
  if (string === undefined || fret === undefined || string < 1 || string > STRINGS) return [];
  return [{ place: STRINGS - string, fret, finger: fingerOf(numberOf(note, 'fingering')) }];
}

function fingerOf(value: number | undefined): Finger {
  return value === 1 || value === 2 || value === 3 || value === 4 ? value : null;
}
