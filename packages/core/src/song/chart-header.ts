import { parseFingers, parseGrip } from '../fretboard';
import { formatTuning, parseTone, parseTuning, toPlainSigns } from '../pitch';
import { formatFeel, formatMeter, parseFeel, parseMeter } from '../rhythm';
import { bpm, formatClock, parseClock } from '../units';
import type { Frame, NamedGrip, NamedPattern } from './document';

const SLOWEST_BPM = 20;
const FASTEST_BPM = 400;
/** The furthest a capo goes. */
export const HIGHEST_CAPO = 12;

/** How one line of the frame is read and written. */
interface FrameLine<Key extends keyof Frame> {
  readonly read: (text: string) => NonNullable<Frame[Key]> | undefined;
  readonly write: (value: NonNullable<Frame[Key]>) => string;
  readonly remedy: string;
}

function readWhole(text: string, [from, to]: readonly [number, number]): number | undefined {
  const value = /^\d{1,3}$/.test(text) ? Number(text) : NaN;
  return value >= from && value <= to ? value : undefined;
}

function readKey(text: string): string | undefined {
  const plain = toPlainSigns(text);
  return parseTone(plain.replace(/m$/, '')) === undefined ? undefined : plain;
}

/** Every field of the frame as a line of chart text, in the order they are written. */
export const FRAME_LINES: { readonly [Key in keyof Required<Frame>]: FrameLine<Key> } = {
  tempo: {
    read: (text) => {
      const value = readWhole(text.replace(/\s*bpm$/i, ''), [SLOWEST_BPM, FASTEST_BPM]);
      return value === undefined ? undefined : bpm(value);
    },
    write: String,
    remedy: 'Write whole beats a minute from 20 to 400, such as 92.',
  },
  meter: {
    read: parseMeter,
    write: formatMeter,
    remedy: 'Write a meter such as 4/4, 6/8 or 7/8 (2+2+3).',
  },
  feel: { read: parseFeel, write: formatFeel, remedy: 'Write straight, or swing 2:1.' },
  tuning: {
    read: parseTuning,
    write: formatTuning,
    remedy: 'Write 4 to 8 notes, lowest first, such as D A D G B E.',
  },
  capo: {
    read: (text) => readWhole(text, [0, HIGHEST_CAPO]),
    write: String,
    remedy: 'Write the fret of the capo, 0 to 12; 0 is no capo.',
  },
  key: { read: readKey, write: String, remedy: 'Write a key such as D, F#m or Bb.' },
  pickup: {
    read: (text) => readWhole(text, [1, 23]),
    write: String,
    remedy: 'Write how many beats the first bar has.',
  },
  length: {
    read: parseClock,
    write: formatClock,
    remedy: 'Write minutes and seconds, such as 3:34.',
  },
};

/**
 * Tells whether a word names a field of the frame.
 *
 * @example
 * isFrameField('capo') // true
 */
export function isFrameField(word: string): word is keyof Frame {
  return Object.hasOwn(FRAME_LINES, word);
}

/**
 * Reads one field of the frame; undefined when the value is not one it can have.
 *
 * @example
 * readFrameField('capo', '2') // { capo: 2 }
 */
export function readFrameField(field: keyof Frame, text: string): Frame | undefined {
  const value = FRAME_LINES[field].read(text.trim());
  return value === undefined ? undefined : { [field]: value };
}

/**
 * Writes one field of the frame as text; empty when it was not stated.
 *
 * @example
 * writeFrameField({ capo: 2 }, 'capo') // '2'
 */
export function writeFrameField(frame: Frame, field: keyof Frame): string {
  const value = frame[field];
  // The table pairs each field with the writer of its own type; only the pairing is known here.
  const write = FRAME_LINES[field].write as (value: unknown) => string;
  return value === undefined ? '' : write(value);
}

const GRIP = /^(\S{1,24})\s*:\s*(\S+)(?:\s+fingers\s+(\S+))?$/;

/**
 * Reads what follows "grip": a name, the frets, and perhaps the fingers; undefined when it is not that.
 *
 * @example
 * readNamedGrip('G: 320033 fingers 21..34')?.name // 'G'
 */
export function readNamedGrip(text: string): NamedGrip | undefined {
  const match = GRIP.exec(text.trim());
  const grip = match?.[2] === undefined ? undefined : parseGrip(match[2]);
  if (!match?.[1] || !grip) return undefined;
  const name = toPlainSigns(match[1]);
  if (match[3] === undefined) return { name, grip };
  const fingers = parseFingers(match[3]);
  return fingers?.length === grip.length ? { name, grip, fingers } : undefined;
}

const PATTERN = /^([^\s":]{1,40})\s+(\d[^:]*):\s*(.+)$/;
const MOST_STROKES = 200;

/**
 * Reads what follows "pattern": a name, its meter, and its strokes; undefined when it is not that.
 *
 * @example
 * readNamedPattern('eights 4/4: D U D U')?.strokes // ['D', 'U', 'D', 'U']
 */
export function readNamedPattern(text: string): NamedPattern | undefined {
  const match = PATTERN.exec(text.trim());
  const meter = match?.[2] === undefined ? undefined : parseMeter(match[2]);
  const strokes = match?.[3]?.trim().split(/\s+/) ?? [];
  return match?.[1] && meter && strokes.length <= MOST_STROKES
    ? { name: match[1], meter, strokes }
    : undefined;
}
