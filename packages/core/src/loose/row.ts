import { chordAsTyped, type Letters } from './chord';
import { countBefore, countBehind } from './counts';

/** A row of chords as somebody typed it: its bars, each of the signs chart text has. */
export interface Row {
  readonly bars: readonly (readonly string[])[];
  /** How often the row is played. */
  readonly times: number;
  /** Words in it that are no chords. */
  readonly unread: readonly string[];
}

/** Signs between chords that mean nothing more than "then". */
const BETWEEN =
  /[→>]+|(?<=\s)[-–—]+(?=\s|$)|(?<=[^\s-])-{2,}(?=[^\s-])|[,;](?=\s|$)|(?<=[\w)])[,;](?=[A-Ga-h(])/g;
const NUMBERED = /^\s*\(?\d{1,2}[.)]\s+(?=\S)/;
/** "(let ring)": words about the row. */
const ASIDE = /(?<=^|[\s|])[([{]([^()[\]{}]*)[)\]}]|"[^"]*"|“[^”]*”/g;
const BEAT = /^\/+$/;
const SIGN = /^(?:%|\.+|-)$/;
const USUAL_BEATS = 4;
/** More of a row than this must be chords, or it is words. */
const MOST_UNREAD = 1 / 3;

/**
 * Reads a row of chords with or without bar lines; without, each chord is a bar, unless slashes say its beats. Words
 * that are sung are no row, and undefined.
 *
 * @example
 * readRow('1. G - D (x2)') // { bars: [['G'], ['D']], times: 2, unread: [] }
 * @example
 * readRow('walking down the old canal') // undefined
 */
export function readRow(text: string, letters: Letters = {}): Row | undefined {
  const counted = countBehind(text) ?? countBefore(text);
  const { line, asides } = withoutAsides(counted?.rest ?? text, letters);
  const read = line.includes('|') ? barredRow(line, letters) : openRow(line, letters);
  if (!read) return undefined;
  const times = Math.max(counted?.times ?? 1, read.times);
  return { bars: read.bars, times, unread: [...read.unread, ...asides] };
}

/** Brackets around chords go; other words in brackets are told apart. */
function withoutAsides(
  text: string,
  letters: Letters,
): { readonly line: string; readonly asides: readonly string[] } {
  const asides: string[] = [];
  const line = text.replace(NUMBERED, '').replace(ASIDE, (all, inside: string | undefined) => {
    const words = (inside ?? all).trim().split(/\s+/);
    if (inside !== undefined && words.every((one) => chordAsTyped(one, letters)))
      return ` ${inside} `;
    asides.push(...words.map((one) => one.replace(/["“”]/g, '')).filter(Boolean));
    return ' ';
  });
  return { line, asides };
}

/** "D..." and "G///" are a chord and its beats. */
function withBeats(token: string, letters: Letters): readonly string[] {
  const [, chord = '', beats = ''] = /^(.*?[^./])([./]+)$/.exec(token) ?? [];
  const isBeaten = chordAsTyped(chord, letters) !== undefined && !chordAsTyped(token, letters);
  return isBeaten ? [chord, ...beats.split('').map(() => '/')] : [token];
}

function tokensIn(text: string): readonly string[] {
  return text.replace(BETWEEN, ' ').split(/\s+/).filter(Boolean);
}

/** A chord with what may stand behind it: "G?", "C!"; undefined where it is none. */
function chordIn(token: string, letters: Letters): string | undefined {
  const [, name = '', signs = ''] = /^(.*?)([?!]{0,2})$/.exec(token) ?? [];
  const chord = chordAsTyped(name, letters);
  return chord === undefined ? undefined : `${chord}${signs}`;
}

/** Small letters are chords only where nothing else stands in the line: a word is none. */
function isAllChords(tokens: readonly string[], letters: Letters): boolean {
  return tokens.every((one) => chordIn(one, letters) !== undefined);
}

function openRow(line: string, letters: Letters): Row | undefined {
  const tokens = tokensIn(line.replace(/(?<=[^.\s])\.\s*$/, '')).flatMap((one) =>
    withBeats(one, letters),
  );
  const beats = tokens.filter((one) => BEAT.test(one));
  const words = tokens.filter((one) => !BEAT.test(one));
  const isSmall = !words.some((one) => /^[A-H]/.test(one));
  if (isSmall && (words.length < 2 || !isAllChords(words, letters))) return undefined;
  const isChord = (one: string): boolean =>
    SIGN.test(one) ||
    (chordIn(one, letters) !== undefined &&
      (isSmall || !/^[a-h]/.test(one) || isAllChords(words, letters)));
  const chords = words.filter(isChord);
  const unread = words.filter((one) => !isChord(one));
  const named = chords.filter((one) => !SIGN.test(one));
  if (named.length === 0 || unread.length > words.length * MOST_UNREAD) return undefined;
  const kept = tokens.filter((one) => BEAT.test(one) || isChord(one));
  return { bars: barsOf(kept, { letters, beats: beats.length }), times: 1, unread };
}

/** Each chord a bar; where slashes stand for beats, four of them are one. */
function barsOf(
  tokens: readonly string[],
  { letters, beats }: { readonly letters: Letters; readonly beats: number },
): readonly (readonly string[])[] {
  const signs = tokens.flatMap((one) =>
    BEAT.test(one) ? one.split('').map(() => '.') : [chordIn(one, letters) ?? one],
  );
  const isBeaten = (beats > 0 && BEAT.test(tokens.at(-1) ?? '')) || signs.includes('.');
  if (!isBeaten || signs.length % USUAL_BEATS !== 0)
    return signs.filter((one) => one !== '.').map((one) => [one]);
  return Array.from({ length: signs.length / USUAL_BEATS }, (_, bar) => {
    const own = signs.slice(bar * USUAL_BEATS, (bar + 1) * USUAL_BEATS);
    return own.slice(1).every((one) => one === '.') ? own.slice(0, 1) : own;
  });
}

/** A line with bar lines keeps them; what is between repeat signs is played twice. */
function barredRow(line: string, letters: Letters): Row | undefined {
  const isRepeated = /:\s*\|+\s*$/.test(line);
  const unread: string[] = [];
  const bars = line.split('|').map((part) =>
    tokensIn(part.replaceAll(':', ' ')).flatMap((token) => {
      const sign = BEAT.test(token) ? '.' : SIGN.test(token) ? token : chordIn(token, letters);
      if (sign === undefined) unread.push(token);
      return sign ?? [];
    }),
  );
  const kept = bars.filter((bar) => bar.length > 0);
  const count = kept.flat().length;
  if (count === 0 || unread.length > (count + unread.length) * MOST_UNREAD) return undefined;
  return { bars: kept, times: isRepeated ? 2 : 1, unread };
}
