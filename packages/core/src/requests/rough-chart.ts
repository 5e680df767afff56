import { parseChordName } from '../chord';
import { toPlainSigns } from '../pitch';

/** Chords as somebody pasted them, made a chart to weigh a song by. */
export interface RoughChart {
  /** Chart text; empty where no chord was read. */
  readonly text: string;
  readonly bars: number;
  /** Words that are no chords, each once. */
  readonly unread: readonly string[];
}

/** What is asked beside the chords. */
export interface RoughFrame {
  readonly tempo: number;
  readonly meter: string;
  readonly capo?: number;
}

const HEADING = /^\s*\[?\s*([\p{L}][\p{L}\p{N} ’'/-]{0,30}?)\s*(?:\]\s*:?|:)\s*(.*)$/u;
/** What sections are called, also without a colon. */
const SECTION =
  /^\s*((?:verse|chorus|refrain|bridge|intro|outro|solo|interlude|lift|pre-?chorus|tag|ending|end|break|coda|hook|middle(?: eight)?|part)(?:\s+(?:\d{1,2}|[A-Z](?=\s*$)))?)(?:\s+(.*))?$/i;
const CAPO = /^\s*capo:?\s*(?:at\s*)?(?:fret\s*)?(\d{1,2})\b.*$/i;
const LOWER = /^[a-g](?:#|b)?(?:m|m7|7|maj7|sus2|sus4)?$/;
const TIMES = /^\(?(?:x(\d{1,2})|(\d{1,2})x)\)?$/i;
/** Signs between chords that mean nothing more than "then". */
const BETWEEN = /[,;→>–—]+|\s-+\s|-{2,}/g;
const MOST_LINES = 200;
const MOST_BARS = 400;
const UNREAD_SHOWN = 8;
const MOST_CAPO = 12;
/** More than half a line must be chords, or it is words that are sung. */
const CHORDS_OF_WORDS = 0.5;

interface RoughSection {
  readonly name: string;
  readonly lines: string[];
}

function isSign(token: string): boolean {
  return token === '%' || token === '.' || token === '-' || /^n\.?c\.?$/i.test(token);
}

function isChord(token: string): boolean {
  return parseChordName(toPlainSigns(token)) !== undefined;
}

function chordText(token: string): string {
  return /^n\.?c\.?$/i.test(token) ? 'N.C.' : toPlainSigns(token);
}

/** A line with bar lines keeps them; without, every chord has a bar. */
function barsOf(line: string): readonly (readonly string[])[] {
  const tokens = (part: string): readonly string[] =>
    part
      .replace(BETWEEN, ' ')
      .split(/\s+/)
      .filter((token) => token !== '' && !TIMES.test(token));
  if (!line.includes('|')) return tokens(line).map((token) => [token]);
  return line
    .split('|')
    .map((part) => tokens(part.replaceAll(':', ' ')))
    .filter((bar) => bar.length > 0);
}

function timesOf(line: string): number {
  const said = line.split(/\s+/).flatMap((token) => {
    const [, before, after] = TIMES.exec(token) ?? [];
    return before ?? after ?? [];
  });
  return Math.min(16, Math.max(1, Number(said.at(-1) ?? 1)));
}

/** What one line gives: its bars as chart text, and what was no chord in it. */
function readLine(line: string): {
  readonly bars: readonly string[];
  readonly unread: readonly string[];
} {
  const bars = barsOf(line);
  const all = bars.flat();
  const chords = all.filter((token) => isSign(token) || isChord(token));
  if (all.length === 0 || chords.length <= all.length * CHORDS_OF_WORDS)
    return { bars: [], unread: all };
  const kept = bars
    .map((bar) =>
      bar
        .filter((token) => isSign(token) || isChord(token))
        .map(chordText)
        .join(' '),
    )
    .filter((bar) => bar !== '');
  return {
    bars: Array.from({ length: timesOf(line) }, () => kept).flat(),
    unread: all.filter((token) => !chords.includes(token)),
  };
}

/** Chords in small letters, where nothing else stands in the line: a word is none. */
function withCapitals(line: string): string {
  const tokens = line.split(/[\s|]+/).filter(Boolean);
  const isLower = tokens.length > 1 && tokens.every((token) => LOWER.test(token));
  return isLower
    ? line.replaceAll(
        /(^|[\s|])([a-g])/g,
        (_, before: string, letter: string) => before + letter.toUpperCase(),
      )
    : line;
}

/** A line apart from the name of the section it begins. */
function apart(line: string): { readonly heading?: string; readonly rest: string } {
  const [, named, after] = HEADING.exec(line) ?? [];
  // "G: D" is no heading: a name that is a chord is a chord.
  if (named !== undefined && !isChord(named)) return { heading: named.trim(), rest: after ?? '' };
  const [, word, behind] = SECTION.exec(line) ?? [];
  return word === undefined ? { rest: line } : { heading: word.trim(), rest: behind ?? '' };
}

/** A section's name, told apart where one comes again. */
function nameFor(name: string, taken: readonly RoughSection[]): string {
  const said = name.charAt(0).toUpperCase() + name.slice(1);
  const names = taken.map((one) => one.name);
  if (!names.includes(said)) return said;
  let number = 2;
  while (names.includes(`${said} ${number}`)) number += 1;
  return `${said} ${number}`;
}

/**
 * Makes a chart of chords as they were pasted: with or without bar lines, a section's name before a colon or in
 * brackets, "x2" at the end of a line. Without bar lines every chord has a bar. Words that are sung are left out.
 *
 * @example
 * roughChart('Verse: G D Em C', { tempo: 92, meter: '4/4' }).bars // 4
 */
export function roughChart(pasted: string, { tempo, meter, capo }: RoughFrame): RoughChart {
  const sections: RoughSection[] = [];
  const unread: string[] = [];
  let count = 0;
  let capoSaid = capo;
  for (const written of pasted.split(/\r?\n/).slice(0, MOST_LINES)) {
    const line = written.replaceAll(/\bx\s+(\d)/gi, 'x$1');
    const [, fret] = CAPO.exec(line) ?? [];
    if (fret !== undefined) {
      capoSaid ??= Number(fret);
      continue;
    }
    const { heading, rest } = apart(line);
    if (heading !== undefined) sections.push({ name: nameFor(heading, sections), lines: [] });
    const read = readLine(withCapitals(rest));
    unread.push(...read.unread);
    const bars = read.bars.slice(0, MOST_BARS - count);
    if (bars.length === 0) continue;
    count += bars.length;
    const own = sections.at(-1) ?? { name: 'Song', lines: [] };
    if (sections.length === 0) sections.push(own);
    own.lines.push(`| ${bars.join(' | ')} |`);
  }
  const head = [
    `tempo: ${tempo}`,
    `meter: ${meter}`,
    ...(capoSaid === undefined || capoSaid > MOST_CAPO ? [] : [`capo: ${capoSaid}`]),
  ];
  const body = sections
    .filter(({ lines }) => lines.length > 0)
    .flatMap(({ name, lines }) => [`[${name}]`, ...lines]);
  return {
    text: count === 0 ? '' : [...head, ...body].join('\n'),
    bars: count,
    unread: [...new Set(unread)].slice(0, UNREAD_SHOWN),
  };
}
