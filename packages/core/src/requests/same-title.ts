import { distance } from 'fastest-levenshtein';

/** What is said beside a title and is no part of it. */
const BESIDE =
  /\((?:[^)]*)\)|\[(?:[^\]]*)\]|\s[-–—]\s.*$|\b(?:live|acoustic|version|cover|tab|chords|song)\b/g;
const ARTICLES = /^(?:the|a|an)\s+/;
/** Letters that may differ, for each so many there are. */
const LETTERS_FOR_ONE = 5;
const SHORT = 4;
const NUMBERS: Readonly<Record<string, string>> = {
  one: '1',
  two: '2',
  three: '3',
  four: '4',
  five: '5',
  six: '6',
  seven: '7',
  eight: '8',
  nine: '9',
  ten: '10',
  and: '&',
  n: '&',
};

/**
 * Tells whether two titles are probably one song's, written a little differently: signs, capitals, articles, what
 * stands in brackets, words run together or turned about, and a letter off for every five there are (by edit
 * distance). Numbers must agree.
 *
 * @example
 * isSameTitle('The Pebble Road (live)', 'Peble Road') // true
 * @example
 * isSameTitle('Part 2', 'Part 3') // false
 */
export function isSameTitle(a: string, b: string): boolean {
  const [one, other] = [plainTitle(a), plainTitle(b)];
  if (one === '' || other === '' || figuresIn(one) !== figuresIn(other)) return false;
  const [joined, otherJoined] = [one.replaceAll(' ', ''), other.replaceAll(' ', '')];
  const sorted = (title: string): string => title.split(' ').toSorted().join(' ');
  if (joined === otherJoined || sorted(one) === sorted(other)) return true;
  const length = Math.max(joined.length, otherJoined.length);
  if (Math.min(joined.length, otherJoined.length) <= SHORT) return false;
  return distance(joined, otherJoined) <= Math.floor(length / LETTERS_FOR_ONE);
}

/** A title as it is compared: without signs, articles and what is said beside it. */
function plainTitle(title: string): string {
  const bare = title
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replaceAll(/['’`]/g, '');
  // A title that is nothing but such words is the title all the same.
  const without = bare.replace(BESIDE, ' ');
  const words = (/[\p{L}\p{N}]/u.test(without) ? without : bare)
    .replaceAll(/[^\p{L}\p{N}&]+/gu, ' ')
    .trim()
    .replace(ARTICLES, '')
    .split(' ');
  return words.map((word) => NUMBERS[word] ?? word).join(' ');
}

/** Figures in a title are no slip: part 2 is not part 3. */
function figuresIn(title: string): string {
  return (title.match(/\d+/g) ?? []).join(' ');
}
