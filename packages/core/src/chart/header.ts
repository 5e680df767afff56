import { parseFingers, parseGrip, type Grip } from '../fretboard';
import { parseKey } from '../chord';
import { formatTuning, parseTuning, toPlainSigns } from '../pitch';
import {
  formatFeel,
  formatMeter,
  formatPicking,
  parseFeel,
  parseMeter,
  parsePicking,
} from '../rhythm';
import { readEffects, writeEffects } from '../sound';
import { formatClock, parseClock, type Bpm } from '../units';
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

/** Numbers as they are said of a capo. */
const SAID_NUMBERS = 'zero one two three four five six seven eight nine ten eleven twelve'.split(
  ' ',
);
/** What chords are called by where the strings are let down as a whole. */
const NAMED_BY = [
  { names: 'shapes', said: /^(by |as )?(their |its )?(shapes?|grips?)\b/i },
  { names: 'sounds', said: /^(by |as )?(what |they |it )?(sounds?|sounding|concert)\b/i },
] as const;
const NO_CAPO = /^(none|no|no capo|without|off|open|-|–|nil)$/i;

/**
 * Tells whether a tempo was said in dotted beats: "60 dotted", "♩. = 60".
 *
 * @example
 * isDottedTempo('♩. = 60') // true
 */
export function isDottedTempo(text: string): boolean {
  return /\bdotted\b|[♩q]\s*\.\s*=/i.test(text);
}

/** Every field of the frame as a line of chart text, in the order they are written. */
export const FRAME_LINES: { readonly [Key in keyof Required<Frame>]: FrameLine<Key> } = {
  tempo: {
    read: readTempoLine,
    write: String,
    remedy: 'Write whole beats a minute from 20 to 400, such as 92.',
  },
  meter: {
    read: (text) => parseMeter(text.replace(/\s*time$/i, '')),
    write: formatMeter,
    remedy: 'Write a meter such as 4/4, 6/8 or 7/8 (2+2+3).',
  },
  feel: { read: parseFeel, write: formatFeel, remedy: 'Write straight, or swing 2:1.' },
  tuning: {
    read: parseTuning,
    write: formatTuning,
    remedy: 'Write 4 to 8 notes, lowest first, such as D A D G B E, or a name such as drop D.',
  },
  capo: {
    read: readCapo,
    write: String,
    remedy: 'Write the fret of the capo, 0 to 12; 0 is no capo.',
  },
  names: {
    read: (text) => NAMED_BY.find(({ said }) => said.test(text))?.names,
    write: String,
    remedy: 'Write shapes or sounds: what the chords are called by.',
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
  sound: {
    read: readEffects,
    write: writeEffects,
    remedy: 'Write effects in their order, such as overdrive: gain 3 > echo: time 536 ms.',
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
  /^(\S{1,37})\s*:\s*(\S+)((?:\s+or\s+\S+){0,8})(?:\s+fingers\s+(\S+))?(?:\s+as\s+(\S{1,37}?)((?:\s+(?:frets|strings)\s+[+-]\d{1,2}){0,2}))?(\s+\?)?$/;

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

/**
 * Reads "G: any": a chord whose grip is left to the student; undefined when it is not that.
 *
 * @example
 * readAnyGrip('G: any') // 'G'
 */
export function readAnyGrip(text: string): string | undefined {
  const [, name] = /^(\S{1,37})\s*:\s*any(?: will do)?$/i.exec(text.trim()) ?? [];
  return name === undefined ? undefined : toPlainSigns(name);
}

/**
 * Reads what follows "grip": a name, the frets, perhaps others that will do, perhaps the fingers, perhaps the grip whose shape it
 * is said to be, perhaps a "?" where it needs listening; undefined when it is not that.
 *
 * @example
 * readNamedGrip('G: 320033 fingers 21..34')?.name // 'G'
 */
export function readNamedGrip(text: string): NamedGrip | undefined {
  const [, name = '', frets = '', more = '', fingers, of, moves = '', doubt] =
    GRIP.exec(text.trim()) ?? [];
  const held = readHeld(frets, fingers);
  const others = held && readOthers(more, held.grip.length);
  if (!held || !others) return undefined;
  return {
    name: toPlainSigns(name),
    ...held,
    ...(others.length > 0 && { others }),
    ...(of !== undefined && { claim: readClaim(of, moves) }),
    ...(doubt !== undefined && { doubt: true as const }),
  };
}

const PATTERN =
  /^([^\s":]{1,40})\s+(\d[^:]*?)(\s+free)?\s*:\s*(.+?)(?:\s+told\s+"([^"]{1,200})")?$/;
const MOST_STROKES = 200;
const LONGEST_STROKE = 40;

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
  if (!match?.[1] || !meter || !areFew(strokes)) return undefined;
  const [, name, , free, , told] = match;
  return {
    name,
    meter,
    strokes,
    ...(free !== undefined && { free: true as const }),
    ...(told !== undefined && { told }),
  };
}

function readWhole(text: string, [from, to]: readonly [number, number]): number | undefined {
  const value = /^\d{1,3}$/.test(text) ? Number(text) : NaN;
  return value >= from && value <= to ? value : undefined;
}

/** A key in any of its spellings, written in one: "E minor" is Em. */
function readKey(text: string): string | undefined {
  const key = parseKey(text);
  if (!key) return undefined;
  const root = /^[a-g][#b]?/i.exec(toPlainSigns(text))?.[0] ?? '';
  return `${root.charAt(0).toUpperCase()}${root.slice(1)}${key.isMinor ? 'm' : ''}`;
}

/** "2", "2nd fret", "fret 2", "none". */
function readCapo(text: string): number | undefined {
  if (NO_CAPO.test(text)) return 0;
  const said = SAID_NUMBERS.indexOf(text.toLowerCase());
  if (said >= 0) return said;
  const [, fret] =
    /^(?:fret\s*|at\s+|on\s+)?(\d{1,2})(?:st|nd|rd|th)?(?:\s*fret)?\.?$/i.exec(text) ?? [];
  return fret === undefined ? undefined : readWhole(fret, [0, HIGHEST_CAPO]);
}

/** "92", "92 bpm", "♩ = 92", "about 92"; a dotted beat is told by `isDottedTempo`. */
function readTempoLine(text: string): Bpm | undefined {
  const plain = text
    .replace(
      /\b(bpm|beats (a|per) minute|dotted( quarters?| crotchets?)?|quarters?|eighths?|about|around|ca\.?|circa)\b/gi,
      '',
    )
    .replace(/[♩♪~≈=.,]|\bq\b|\.\s*=/gi, ' ')
    .trim();
  return readTempo(plain);
}

/** "frets +2 strings -1" as numbers; what is not said does not move. */
function readClaim(of: string, moves: string): ShapeClaim {
  const by = (what: string): number =>
    Number(new RegExp(`${what}\\s+([+-]\\d{1,2})`).exec(moves)?.[1] ?? 0);
  return { of: toPlainSigns(of), frets: by('frets'), strings: by('strings') };
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

/** " or x32013 or 332010": others that will do; undefined where one is no grip for so many strings. */
function readOthers(text: string, strings: number): readonly Grip[] | undefined {
  const grips = (text.match(/(?<=\sor\s+)\S+/g) ?? []).map(parseGrip);
  const fitting = grips.flatMap((one) => (one?.length === strings ? [one] : []));
  return fitting.length === grips.length ? fitting : undefined;
}

/** So many strokes, each so short, as a pattern may have. */
function areFew(strokes: readonly string[]): boolean {
  return strokes.length <= MOST_STROKES && strokes.every((one) => one.length <= LONGEST_STROKE);
}
