import { beatsToNumber } from '../units';
import type { RiffNote } from './note';
import { placeWords } from './bar-place';
import { comparedNotes, isSameNote, phrasesOf, type PhraseOptions } from './phrases';

/** Two versions of a riff, such as the halves of a solo, put beside each other. */
export interface RiffComparison {
  /** Phrases of the second, each beside the one of the first that it is most like. */
  readonly phrases: readonly string[];
  /** All of it in one sentence, "b" being the second. */
  readonly line: string;
  /** What the two have in common: all of it in some way, their beginnings, their ends, or nothing. */
  readonly alike: 'all' | 'beginning' | 'end' | 'nothing';
}

/** What two riffs are called, and how their strings are said. */
export interface CompareWords {
  readonly first: string;
  readonly second: string;
  /** Says a string by its number, 1 the thinnest. */
  readonly string: (string: number) => string;
}

type Notes = readonly RiffNote[];

interface ComparisonSetup {
  readonly words: CompareWords;
  readonly options: PhraseOptions;
}

type Alike = Pick<RiffComparison, 'line' | 'alike'>;

/**
 * Compares two riffs in words: as wholes, and the phrases of the second with those of the first.
 *
 * @example
 * compareRiffs(readRiff('3: 2 4 5 7', { meterBeats: 4, strings: 6 }).notes, readRiff('3: 2 4 5 7', { meterBeats: 4, strings: 6 }).notes, { options: { meterBeats: 4, sounds: () => 0 }, words: { first: 'the first', second: 'the second', string: (one) => `string ${one}` } }).line // 'the second is the first, note for note.'
 */
export function compareRiffs(
  a: Notes,
  b: Notes,
  told: { readonly options: PhraseOptions; readonly words: CompareWords },
): RiffComparison {
  const { options, words } = told;
  const cut = (notes: Notes): readonly Notes[] =>
    phrasesOf(notes, options).map(({ from, to }) => notes.slice(from, to + 1));
  const known = cut(a);
  const phrases = cut(b).map((own, index) => {
    const found = known
      .map((other, at) => ({ at, as: comparedNotes(own, other, options)?.words }))
      .find((one) => one.as !== undefined);
    const name = `Phrase ${index + 1} of ${words.second}`;
    return found
      ? `${name} is phrase ${found.at + 1} of ${words.first}: ${found.as}.`
      : `${name} is new.`;
  });
  return { phrases, ...lineOf(a, b, told) };
}

function beatOf(note: RiffNote | undefined): number {
  return note ? beatsToNumber(note.at) : 0;
}

function isSameThen(a: RiffNote | undefined, b: RiffNote | undefined): boolean {
  return isSameNote(a, b) && a?.at === b?.at;
}

function alikeFromStart(a: Notes, b: Notes): number {
  const at = a.findIndex((one, index) => !isSameThen(one, b[index]));
  return at < 0 ? a.length : at;
}

/** How many notes are alike up to the end, counted from there. */
function alikeToEnd(a: Notes, b: Notes): number {
  let count = 0;
  while (count < Math.min(a.length, b.length) && isSameThen(a.at(-1 - count), b.at(-1 - count)))
    count += 1;
  return count;
}

/** How the second goes on from where it differs: a short end is told by the string it ends on. */
function endWords(b: Notes, from: number, { words, options }: ComparisonSetup): string {
  const rest = b.slice(from);
  const last = rest.at(-1);
  if (!last) return 'then it stops';
  const isShort = beatOf(last) - beatOf(rest[0]) < options.meterBeats;
  return isShort ? `then it ends on ${words.string(last.string)}` : 'then it goes on differently';
}

function lineOf(a: Notes, b: Notes, told: ComparisonSetup): Alike {
  const { words, options } = told;
  const head = `${words.second} is ${words.first}`;
  const [begun, ended] = [alikeFromStart(a, b), alikeToEnd(a, b)];
  if (begun === a.length && a.length === b.length)
    return { line: `${head}, note for note.`, alike: 'all' };
  const whole = comparedNotes(b, a, options);
  if (whole && whole.relation !== 'same until')
    return { line: `${head}: ${whole.words}.`, alike: 'all' };
  const least = Math.min(a.length, b.length);
  if (begun >= 3) {
    const at = b[begun] ?? a[begun];
    const middle = ended > 0 && begun + ended >= least - 2 && begun + ended < least;
    if (middle) {
      const [from, to] = [beatOf(b[begun]), beatOf(b.at(-1 - ended))];
      const where = placeWords(from, options);
      const until = from === to ? '' : ` to ${placeWords(to, options)}`;
      return { line: `${head}, but for ${where}${until}.`, alike: 'all' };
    }
    const line = `${head} up to ${placeWords(beatOf(at), options)}, ${endWords(b, begun, told)}.`;
    return { line, alike: 'beginning' };
  }
  if (ended >= 3) {
    const same = beatOf(b.at(-ended));
    const line = `${words.second} begins otherwise; from ${placeWords(same, options)} on it is ${words.first}.`;
    return { line, alike: 'end' };
  }
  return { line: `${words.second} is another riff than ${words.first}.`, alike: 'nothing' };
}
