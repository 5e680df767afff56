import { parseGrip, type Finger, type Fingers, type Grip } from '@harvu/core/fretboard';
import { childrenOf, numberOf, type Element } from './xml';

/** A grip as it is drawn beside a chord symbol. */
export interface ReadFrame {
  readonly grip: Grip;
  readonly fingers?: Fingers;
}

const STRINGS = 6;

/** Reads a drawn grip; undefined where it is of other than six strings, or none. */
export function readFrame(frame: Element): ReadFrame | undefined {
  const strings = numberOf(frame, 'frame-strings') ?? STRINGS;
  if (strings !== STRINGS) return undefined;
  const grip: (number | null)[] = Array.from({ length: strings }, () => null);
  const fingers: Finger[] = Array.from({ length: strings }, () => null);
  for (const note of childrenOf(frame, 'frame-note')) {
    const [string, fret] = [numberOf(note, 'string'), numberOf(note, 'fret')];
    if (string === undefined || fret === undefined || string < 1 || string > strings) continue;
    grip[strings - string] = fret;
    const finger = numberOf(note, 'fingering');
    if (finger === 1 || finger === 2 || finger === 3 || finger === 4)
      fingers[strings - string] = finger;
  }
  const read = parseGrip(grip.map((fret) => fret ?? 'x').join('-'));
  if (!read || read.every((fret) => fret === null)) return undefined;
  return fingers.some((one) => one !== null) ? { grip: read, fingers } : { grip: read };
}
