import { noteName, openNotes, type Tuning } from '../pitch';
import type { RiffFault } from './note';

/** From which side strings are counted: "from the floor" is from the thinnest, "from the ceiling" from the thickest. */
export type CountedFrom = 'thinnest' | 'thickest';

/** How a list is spoken. */
export interface SpokenOptions {
  readonly tuning: Tuning;
  readonly capo: number;
  readonly countedFrom?: CountedFrom;
  /** Frets are counted from the capo, or from the nut. */
  readonly fretsFrom?: 'capo' | 'nut';
}

/** A spoken list as the body of a riff, each note a slot. */
export interface SpokenReading {
  readonly riff: string;
  readonly faults: readonly RiffFault[];
}

const UNITS = [
  'zero',
  'one',
  'two',
  'three',
  'four',
  'five',
  'six',
  'seven',
  'eight',
  'nine',
  'ten',
] as const;
const TEENS = [
  'eleven',
  'twelve',
  'thirteen',
  'fourteen',
  'fifteen',
  'sixteen',
  'seventeen',
  'eighteen',
  'nineteen',
  'twenty',
] as const;
const NUMBERS: ReadonlyMap<string, number> = new Map([
  ...[...UNITS, ...TEENS].map((word, number) => [word, number] as const),
  ['open', 0],
]);
const ORDINALS: ReadonlyMap<string, number> = new Map(
  ['first', 'second', 'third', 'fourth', 'fifth', 'sixth', 'seventh', 'eighth'].map(
    (word, index) => [word, index + 1] as const,
  ),
);
const TIMES: ReadonlyMap<string, number> = new Map([
  ['once', 1],
  ['twice', 2],
  ['thrice', 3],
]);
/** Words between that say nothing of their own. */
const FILLERS = new Set([
  'fret',
  'frets',
  'then',
  'and',
  'on',
  'the',
  'string',
  'strings',
  'now',
  'high',
  'low',
  'off',
  'to',
  'from',
  'into',
  'at',
  'up',
  'down',
  'note',
]);
/** How a fret is reached or sounds, by the word that is said before it. */
const WAYS: ReadonlyMap<string, string> = new Map([
  ...['hammer', 'hammered', 'hammering'].map((word) => [word, 'h'] as const),
  ...['pull', 'pulled', 'pulling'].map((word) => [word, 'p'] as const),
  ...['slide', 'slid', 'sliding'].map((word) => [word, '/'] as const),
  ...['harmonic'].map((word) => [word, 'o'] as const),
]);
const SIDES = new Set(['high', 'low']);
const MOST_STRINGS = 9;
const DEAD = new Set(['dead', 'muted', 'mute', 'x']);
const WORD = /[A-Za-z#b♯♭]+|\d+(?:st|nd|rd|th)?/g;

interface Word {
  readonly text: string;
  readonly column: number;
}

/** A note as it was said. */
interface SpokenNote {
  readonly string: number;
  readonly fret: number;
  /** As it stands in the body of a riff, without its string. */
  readonly text: string;
}

/** A fret that was said before its string. */
interface Pending {
  readonly fret: number;
  readonly column: number;
  readonly way: string;
}

/** Reads a list word by word: the string in force, and what was said so far. */
class SpokenReader {
  readonly notes: SpokenNote[] = [];
  readonly faults: RiffFault[] = [];
  private string: number | undefined;
  /** How the next fret is reached. */
  private way = '';
  private pending: Pending[] = [];

  constructor(
    private readonly words: readonly Word[],
    private readonly options: SpokenOptions,
  ) {}

  read(): void {
    for (let at = 0; at < this.words.length;) at += this.readAt(at);
    for (const { column } of this.pending)
      this.tell(column, 'No string is said yet. Say it before its frets: third string 2 4.');
    this.faults.sort((a, b) => a.column - b.column);
  }

  /** Reads what begins at a word; gives how many words it took. */
  private readAt(at: number): number {
    const word = this.words[at];
    if (!word) return 1;
    const text = word.text.toLowerCase();
    const times = TIMES.get(text);
    if (times !== undefined) {
      this.sayTimes(times);
      return 1;
    }
    const number = numberOf(text) ?? (isFretNext(this.words, at) ? ordinalOf(text) : undefined);
    if (number !== undefined && this.words[at + 1]?.text.toLowerCase() === 'times') {
      this.sayTimes(number);
      return 2;
    }
    if (!this.sayString(at, word) && !this.sayWay(text)) this.sayOther(number, word);
    return 1;
  }

  /** Takes a word that names a string; false where it names none. */
  private sayString(at: number, { column }: Word): boolean {
    const { tuning, countedFrom } = this.options;
    const letter = stringByLetter(this.words, at, tuning);
    if (letter !== undefined) this.setString(letter);
    const counted = letter === undefined ? stringByNumber(this.words, at) : undefined;
    if (counted === undefined) return letter !== undefined;
    const string = countedFrom === 'thickest' ? tuning.length + 1 - counted : counted;
    if (string >= 1 && string <= tuning.length) this.setString(string);
    else this.tell(column, `There is no string ${counted}; there are ${tuning.length}.`);
    return true;
  }

  /** Frets that were said before any string, "two four on the third string", are on the first that is named. */
  private setString(string: number): void {
    this.string = string;
    const pending = this.pending;
    this.pending = [];
    for (const one of pending) this.put(one);
  }

  /** Takes a word that says how the next fret is reached, or that the string is dead. */
  private sayWay(text: string): boolean {
    if (DEAD.has(text) && this.string !== undefined) {
      this.notes.push({ string: this.string, fret: 0, text: 'x' });
      return true;
    }
    this.way = WAYS.get(text) ?? this.way;
    return WAYS.has(text);
  }

  private sayOther(number: number | undefined, { text, column }: Word): void {
    if (number !== undefined) {
      const one = { fret: number, column, way: this.way };
      this.way = '';
      if (this.string === undefined) this.pending.push(one);
      else this.put(one);
    } else if (!FILLERS.has(text.toLowerCase()))
      this.tell(column, `"${text}" is neither a string nor a fret.`);
  }

  private put({ fret: said, column, way }: Pending): void {
    const { capo, fretsFrom } = this.options;
    const fret = fretsFrom === 'nut' && said > 0 ? said - capo : said;
    if (this.string === undefined) return;
    if (fret < 0) {
      this.tell(
        column,
        `Fret ${said} from the nut is behind the capo at ${capo}. Counted from the capo it is fret ${said}: say which is meant.`,
      );
      return;
    }
    const last = this.notes.at(-1)?.fret ?? 0;
    const sign = way === '/' && fret < last ? '\\' : way;
    const text = way === 'o' ? `${fret}o` : `${sign}${fret}`;
    this.notes.push({ string: this.string, fret, text });
  }

  /** "twice", "three times": the note said last comes again. */
  private sayTimes(times: number): void {
    const last = this.notes.at(-1);
    for (let again = 1; last && again < times; again += 1) this.notes.push(last);
  }

  private tell(column: number, message: string): void {
    this.faults.push({ code: 'riff-count', column, message });
  }
}

/**
 * Reads a list as it is spoken, "third string two four, second string three five three" or "G 2 4, B 3 5
 * 3", into the body of a riff; strings counted from either side, frets from the capo or the nut.
 *
 * @example
 * readSpoken('third string two four, second string 3 twice', { tuning: STANDARD_TUNING, capo: 0 }).riff // '3: 2 4 2: 3 3'
 */
export function readSpoken(text: string, options: SpokenOptions): SpokenReading {
  const reader = new SpokenReader(wordsOf(text), options);
  reader.read();
  const { notes, faults } = reader;
  const tokens = notes.map(({ string, text: token }, index) =>
    notes[index - 1]?.string === string ? token : `${string}: ${token}`,
  );
  return { riff: tokens.join(' '), faults };
}

function wordsOf(text: string): readonly Word[] {
  return [...text.matchAll(WORD)].map((found) => ({ text: found[0], column: found.index + 1 }));
}

/** The letter of a string that a word says; a small one only where a string or a fret comes behind it. */
function letterAt(words: readonly Word[], at: number): string | undefined {
  const said = words[at]?.text.replace('♯', '#').replace('♭', 'b') ?? '';
  if (/^[A-G][#b]?$/.test(said)) return said;
  const isTold = SIDES.has(words[at - 1]?.text.toLowerCase() ?? '') || isAhead(words, at);
  return /^[a-g]$/.test(said) && isTold ? said.toUpperCase() : undefined;
}

/** A string by its letter: "G", "low E", "high E", "e"; of two alike the lower one where nothing is said. */
function stringByLetter(words: readonly Word[], at: number, tuning: Tuning): number | undefined {
  const names = openNotes(tuning).map((note) => noteName(note).replace(/-?\d$/, ''));
  const letter = letterAt(words, at);
  const places = names.flatMap((name, place) => (name === letter ? [place] : []));
  const side = words[at - 1]?.text.toLowerCase();
  // A small letter is the thin string, as above tab.
  const isHigh = side === 'high' || (letter !== words[at]?.text && side !== 'low');
  const place = isHigh ? places.at(-1) : places[0];
  return place === undefined ? undefined : names.length - place;
}

/** A string is named where "string" or a fret comes next. */
function isAhead(words: readonly Word[], at: number): boolean {
  const next = words[at + 1]?.text.toLowerCase() ?? '';
  return next === 'string' || next === 'open' || numberOf(next) !== undefined;
}

function ordinalOf(text: string | undefined): number | undefined {
  const word = text?.toLowerCase() ?? '';
  const numbered = /^(\d+)(?:st|nd|rd|th)$/.exec(word)?.[1];
  return ORDINALS.get(word) ?? (numbered === undefined ? undefined : Number(numbered));
}

/** A string by its number: "third string", "3rd string", "string 3", "string three"; in "third string 2" the 2 is a fret, and so is "third fret". */
function stringByNumber(words: readonly Word[], at: number): number | undefined {
  const text = words[at]?.text ?? '';
  const ordinal = ordinalOf(text);
  if (ordinal !== undefined) return isFretNext(words, at) ? undefined : ordinal;
  if (words[at - 1]?.text.toLowerCase() !== 'string' || isStringSaid(words[at - 2]?.text))
    return undefined;
  const number = numberOf(text) ?? 0;
  return number > 0 && number <= MOST_STRINGS ? number : undefined;
}

/** In "third string 2" the string was said before the word. */
function isStringSaid(text = ''): boolean {
  return ordinalOf(text) !== undefined || /^[A-Ga-g][#b]?$/.test(text);
}

function isFretNext(words: readonly Word[], at: number): boolean {
  return words[at + 1]?.text.toLowerCase() === 'fret';
}

function numberOf(text: string): number | undefined {
  return /^\d+$/.test(text) ? Number(text) : NUMBERS.get(text.toLowerCase());
}
