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
]);
const WORD = /[A-Za-z#b♯♭]+|\d+(?:st|nd|rd|th)?/g;

interface Word {
  readonly text: string;
  readonly column: number;
}

function wordsOf(text: string): readonly Word[] {
  return [...text.matchAll(WORD)].map((found) => ({ text: found[0], column: found.index + 1 }));
}

/** A string by its letter: "G", "low E", "high E"; of two alike the lower one where nothing is said. */
function stringByLetter(words: readonly Word[], at: number, tuning: Tuning): number | undefined {
  const names = openNotes(tuning).map((note) => noteName(note).replace(/-?\d$/, ''));
  const letter = words[at]?.text.replace('♯', '#').replace('♭', 'b') ?? '';
  const isLetter = /^[A-G][#b]?$/.test(letter);
  const places = isLetter ? names.flatMap((name, place) => (name === letter ? [place] : [])) : [];
  const isHigh = words[at - 1]?.text.toLowerCase() === 'high';
  const place = isHigh ? places.at(-1) : places[0];
  return place === undefined ? undefined : names.length - place;
}

function ordinalOf(text: string | undefined): number | undefined {
  const word = text?.toLowerCase() ?? '';
  const numbered = /^(\d+)(?:st|nd|rd|th)$/.exec(word)?.[1];
  return ORDINALS.get(word) ?? (numbered === undefined ? undefined : Number(numbered));
}

/** A string by its number: "third string", "3rd string", "string 3"; in "third string 2" the 2 is a fret. */
function stringByNumber(words: readonly Word[], at: number): number | undefined {
  const text = words[at]?.text ?? '';
  const ordinal = ordinalOf(text);
  if (ordinal !== undefined) return ordinal;
  const isNamed = words[at - 1]?.text.toLowerCase() === 'string';
  const isSaidAlready =
    ordinalOf(words[at - 2]?.text) !== undefined || /^[A-G][#b]?$/.test(words[at - 2]?.text ?? '');
  return isNamed && !isSaidAlready && /^\d$/.test(text) ? Number(text) : undefined;
}

function numberOf(text: string): number | undefined {
  return /^\d+$/.test(text) ? Number(text) : NUMBERS.get(text.toLowerCase());
}

/** Reads a list word by word: the string in force, and what was said so far. */
class SpokenReader {
  readonly notes: { readonly string: number; readonly fret: number }[] = [];
  readonly faults: RiffFault[] = [];
  private string: number | undefined;

  constructor(
    private readonly words: readonly Word[],
    private readonly options: SpokenOptions,
  ) {}

  read(): void {
    for (let at = 0; at < this.words.length;) at += this.readAt(at);
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
    const number = numberOf(text);
    if (number !== undefined && this.words[at + 1]?.text.toLowerCase() === 'times') {
      this.sayTimes(number);
      return 2;
    }
    if (!this.sayString(at, word)) this.sayOther(number, word);
    return 1;
  }

  /** Takes a word that names a string; false where it names none. */
  private sayString(at: number, { column }: Word): boolean {
    const { tuning, countedFrom } = this.options;
    const letter = stringByLetter(this.words, at, tuning);
    if (letter !== undefined) this.string = letter;
    const counted = letter === undefined ? stringByNumber(this.words, at) : undefined;
    if (counted === undefined) return letter !== undefined;
    const string = countedFrom === 'thickest' ? tuning.length + 1 - counted : counted;
    if (string >= 1 && string <= tuning.length) this.string = string;
    else this.tell(column, `There is no string ${counted}; there are ${tuning.length}.`);
    return true;
  }

  private sayOther(number: number | undefined, { text, column }: Word): void {
    if (number !== undefined) this.sayFret(number, column);
    else if (!FILLERS.has(text.toLowerCase()))
      this.tell(column, `"${text}" is neither a string nor a fret.`);
  }

  private sayFret(said: number, column: number): void {
    const { capo, fretsFrom } = this.options;
    const fret = fretsFrom === 'nut' && said > 0 ? said - capo : said;
    if (this.string === undefined) {
      this.tell(column, 'No string is said yet. Say it before its frets: third string 2 4.');
    } else if (fret < 0) {
      this.tell(
        column,
        `Fret ${said} from the nut is behind the capo at ${capo}. Counted from the capo it is fret ${said}: say which is meant.`,
      );
    } else this.notes.push({ string: this.string, fret });
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
  const tokens = notes.map(({ string, fret }, index) =>
    notes[index - 1]?.string === string ? String(fret) : `${string}: ${fret}`,
  );
  return { riff: tokens.join(' '), faults };
}
