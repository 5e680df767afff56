import { parseFingers, parseGrip } from '../fretboard';
import { formatTuning, parseTone, parseTuning, toPlainSigns } from '../pitch';
import {
  formatFeel,
  formatMeter,
  formatPicking,
  parseFeel,
  parseMeter,
  parsePicking,
} from '../rhythm';
import { formatClock, parseClock } from '../units';
import type { Frame, NamedGrip, NamedPattern, ShapeClaim } from '../song';
import { readTempo } from './tempo-words';

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
    read: (text) => readTempo(text.replace(/\s*bpm$/i, '')),
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
  hand: {
    read: (text) => (text === 'pick' || text === 'fingers' ? text : undefined),
    write: String,
    remedy: 'Write pick, or fingers.',
  },
  part: {
    read: (text) => (/^[^\s":]{1,24}$/.test(text) ? text : undefined),
    write: String,
    remedy: 'Write the name of the part in one word, such as rhythm or lead.',
  },
  picking: {
    read: parsePicking,
    write: formatPicking,
    remedy: 'Write the strings of each finger, such as p654 i3 m2 a1.',
  },
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

const GRIP =
  /^(\S{1,24})\s*:\s*(\S+)(?:\s+fingers\s+(\S+))?(?:\s+as\s+(\S{1,24}?)((?:\s+(?:frets|strings)\s+[+-]\d{1,2}){0,2}))?(\s+\?)?$/;

/** "frets +2 strings -1" as numbers; what is not said does not move. */
function readClaim(of: string, moves: string): ShapeClaim {
  const by = (what: string): number =>
    Number(new RegExp(`${what}\\s+([+-]\\d{1,2})`).exec(moves)?.[1] ?? 0);
  return { of: toPlainSigns(of), frets: by('frets'), strings: by('strings') };
}

/**
 * Writes where a shape is said to come from, as it is read after a grip.
 *
 * @example
 * writeClaim({ of: 'E', frets: 0, strings: 1 }) // 'as E strings +1'
 */
export function writeClaim({ of, frets, strings }: ShapeClaim): string {
  const signed = (count: number): string => `${count > 0 ? '+' : ''}${count}`;
  const along = frets === 0 ? '' : ` frets ${signed(frets)}`;
  return `as ${of}${along}${strings === 0 ? '' : ` strings ${signed(strings)}`}`;
}

/** The frets and the fingers of a grip; undefined where they do not go together. */
function readHeld(
  frets: string,
  held: string | undefined,
): Pick<NamedGrip, 'grip' | 'fingers'> | undefined {
  const grip = parseGrip(frets);
  if (!grip || held === undefined) return grip && { grip };
  const fingers = parseFingers(held);
  return fingers?.length === grip.length ? { grip, fingers } : undefined;
}

/**
 * Reads what follows "grip": a name, the frets, perhaps the fingers, perhaps the grip whose shape it
 * is said to be, perhaps a "?" where it needs listening; undefined when it is not that.
 *
 * @example
 * readNamedGrip('G: 320033 fingers 21..34')?.name // 'G'
 */
export function readNamedGrip(text: string): NamedGrip | undefined {
  const [, name = '', frets = '', fingers, of, moves = '', doubt] = GRIP.exec(text.trim()) ?? [];
  const held = readHeld(frets, fingers);
  if (name === '' || !held) return undefined;
  return {
    ...{ name: toPlainSigns(name), ...held },
    ...(of !== undefined && { claim: readClaim(of, moves) }),
    ...(doubt !== undefined && { doubt: true as const }),
  };
}

const PATTERN =
  /^([^\s":]{1,40})\s+(\d[^:]*?)(\s+free)?\s*:\s*(.+?)(?:\s+told\s+"([^"]{1,200})")?$/;
const MOST_STROKES = 200;

/**
 * Reads what follows "pattern": a name, its meter, perhaps "free", its strokes, and perhaps how it
 * was told in words; undefined when it is not that.
 *
 * @example
 * readNamedPattern('eights 4/4: D U D U')?.strokes // ['D', 'U', 'D', 'U']
 */
export function readNamedPattern(text: string): NamedPattern | undefined {
  const match = PATTERN.exec(text.trim());
  const meter = match?.[2] === undefined ? undefined : parseMeter(match[2]);
  const strokes = match?.[4]?.trim().split(/\s+/) ?? [];
  if (!match?.[1] || !meter || strokes.length > MOST_STROKES) return undefined;
  const [, name, , free, , told] = match;
  return {
    ...{ name, meter, strokes },
    ...(free !== undefined && { free: true as const }),
    ...(told !== undefined && { told }),
  };
}
