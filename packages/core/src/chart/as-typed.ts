import {
  chordAsTyped,
  isTabLine,
  readHeading,
  readLoose,
  type Heading,
  type LooseLine,
  type Row,
} from '../loose';
import { readSectionHead } from './section-head';

/** A line as it is read: what people write in many ways brought into the one that is kept. */
export interface TypedLine {
  readonly text: string;
  /** Characters that were put before the line. */
  readonly shift: number;
  /** A section that was named before the bars of the line. */
  readonly head?: string;
  /** Its chords were read already, German letters with them. */
  readonly isRead?: true;
  /** A remark that stood behind the last bar line, with its sign. */
  readonly remark?: string;
}

/** Behind the last bar line: a remark with its sign, words in brackets or quotes, a star. */
const REMARK_BEHIND = /^(.*\|)\s*(#(?![A-Gb#\d]*\s*\|).*|[*"“(](?!\s*[x×]?\s*\d)[^|]*)$/;
const OPEN_HEAD = /^\[([^\][=|]{1,60})$/;
/** "[Chorus x2]": the count belongs behind the bracket. */
const COUNT_WITHIN = /^\[([^\][=]{1,60}?)\s+[(]?([x×]\s*\d{1,2}|\d{1,2}\s*[x×])[)]?\]/i;
/** Counts said in many ways: (x2), ×2, 2x, x 2, 2 times, twice. */
const COUNTS: readonly (readonly [RegExp, string])[] = [
  [/[([]\s*[x×]\s*(\d{1,2})\s*[)\]]/i, 'x$1'],
  [/[([]?\s*(\d{1,2})\s*(?:[x×]|times)\s*[)\]]?(?=\s|$)/i, ' x$1'],
  [/(^|\s)[x×]\s*(\d{1,2}\??)(?=\s|$)/i, '$1x$2'],
  [/(^|\s)[([]?twice[)\]]?(?=\s|$)/i, '$1x2'],
  [/(^|\s)[([]?(?:three|3) times[)\]]?(?=\s|$)/i, '$1x3'],
];

/**
 * Brings a map into the form that is kept: arrows or dashes between sections, counts in any spelling.
 *
 * @example
 * mapAsTyped('Verse → Chorus (x2) → Verse') // 'Verse, Chorus x2, Verse'
 */
export function mapAsTyped(text: string): string {
  const isDashed = (text.match(/\s[-–]\s/g) ?? []).length > 1;
  const parted = text.includes(',')
    ? text
    : text.replace(isDashed ? /\s*(?:→|->|>|;|\s[-–]\s)\s*/g : /\s*(?:→|->|>|;)\s*/g, ', ');
  return parted
    .replace(/\s(?:[([][x×]\s*(\d{1,2})[)\]]|[x×]\s*(\d{1,2}))(?=[\s,)]|$)/gi, ' x$1$2')
    .replace(/\s(?:[([](\d{1,2})\s*[x×][)\]]|(\d{1,2})\s*[x×])(?=[\s,)]|$)/gi, ' x$1$2');
}

/** What has a form of its own: endings, changed bars, and what begins with its name. */
const STRICT = /^(?:riff|grip|pattern|cue|drop)\s|^\d{1,3}\s*[.:]\s*\|/;
/** "[Verse 2] same as Verse 1" is "[Verse 2 = Verse 1]". */
const SAME_AS =
  /^\[([^\][=]{1,60})\]\s*(?:same as|as|like|=)\s+\[?([A-Za-z][^\][=|]{0,59}?)\]?\s*$/i;

/**
 * Brings a line into the form that is kept: counts, slashes, section names without brackets, chords without bar
 * lines, a first bar line that was left out, a remark behind the last one. Any other line stays as it is.
 *
 * @example
 * asTyped('[Chorus] (x2)').text // '[Chorus] x2'
 * @example
 * asTyped('G / / / | D').text // '| G . . . | D'
 * @example
 * asTyped('Intro: G D twice') // { head: '[Intro] x2', text: '| G | D |', shift: 2, isRead: true }
 */
export function asTyped(line: string, loose: LooseLine = loosely(line)): TypedLine {
  const text = line.trim();
  // A riff has bars of its own signs.
  if (isKept(text) || loose.kind === 'tab') return { text: line, shift: 0 };
  if (text.startsWith('[') && loose.kind !== 'row' && isOneBracket(text))
    return { text: asHead(text), shift: 0 };
  if (loose.kind === 'heading') return headed(line, loose.heading);
  if (text.includes('|')) return asBarLine(line);
  if (loose.kind === 'row') return { ...rowText(loose.row), isRead: true };
  if (loose.kind === 'grip') return { text: `grip ${loose.name}: ${loose.frets}`, shift: 0 };
  return { text: line, shift: 0 };
}

/** Remarks, and lines in the form that is kept. */
function isKept(text: string): boolean {
  return text.startsWith('#') || STRICT.test(text) || saysItsGrips(text);
}

/** "[Verse] grips Bm~low, G~high": the chords behind a head are none to be played. */
function saysItsGrips(text: string): boolean {
  return /^\[[^\]]*\].*\sgrips\s/.test(text) && readSectionHead(text)?.unread === '';
}

function withCounts(text: string): string {
  const form = COUNTS.find(([one]) => one.test(text));
  return form ? text.replace(form[0], form[1]).replace(/\s{2,}/g, ' ') : text;
}

function asHead(text: string): string {
  const open = OPEN_HEAD.exec(text);
  const closed = (open ? `[${(open[1] ?? '').trim()}]` : text).replace(COUNT_WITHIN, '[$1] $2');
  const same = SAME_AS.exec(closed);
  if (same) return `[${(same[1] ?? '').trim()} = ${(same[2] ?? '').trim()}]`;
  const [, name = '', rest = ''] = /^(\[[^\]]*\])(.*)$/.exec(closed) ?? [];
  const said = rest.replace(
    /[([]\s*(\d{1,3})\s*bars?\s*[)\]]|^\s*(\d{1,3})\s*bars?\s*$/i,
    'bars $1$2',
  );
  return name === '' ? closed : `${name}${withCounts(said)}`.trimEnd();
}

/**
 * "D..." and "G///" are a chord and its beats; of an even number of slashes close by, "G//D//", each is a
 * beat, as on a sheet where they stand under the chords.
 */
function withBeats(token: string): string {
  const together = /^[A-G][^/\s]*\/{2,4}(?=[A-G])/.exec(token)?.[0];
  if (together !== undefined && chordAsTyped(token) === undefined) {
    return `${withBeats(together)} ${withBeats(token.slice(together.length))}`;
  }
  const [, chord = '', beats = ''] = /^(.*?[^./])([./]+)$/.exec(token) ?? [];
  const isChord = chordAsTyped(chord) !== undefined && chordAsTyped(token) === undefined;
  if (!isChord) return token;
  const isEven = beats.startsWith('/') && beats.length % 2 === 0;
  return chord + ' .'.repeat(isEven ? beats.length - 1 : beats.length);
}

/** A slash alone, as guitarists write a beat that is strummed on, is a dot. */
function asBars(text: string): string {
  return text
    .replace(/(?<=[\s|]|^)\/+(?=[\s|]|$)/g, (some) =>
      some
        .split('')
        .map(() => '.')
        .join(' '),
    )
    .replace(/[^\s|]+/g, withBeats)
    .replace(/([A-G][#b♯♭]?) (minor|major)(?=[\s|]|$)/g, (_, root: string, kind: string) =>
      kind === 'minor' ? `${root}m` : root,
    );
}

/** Whether a line begins with a chord and has bar lines: the first one was only left out. */
function lacksFirstLine(text: string): boolean {
  const [before = '', ...rest] = text.split('|');
  const tokens = before.trim().split(/\s+/);
  return rest.length > 0 && tokens.every((token) => isChordLike(token));
}

function isChordLike(token: string): boolean {
  return /^[./%-]+$/.test(token) || chordAsTyped(token) !== undefined;
}

function loosely(line: string): LooseLine {
  return readLoose(line).lines[0] ?? { kind: 'words', words: '' };
}

/** "[Chorus] x2" and all that chart text says behind a name, but no chords. */
function isOneBracket(text: string): boolean {
  const heading = readHeading(text);
  return !heading?.row || /\||=/.test(text);
}

/** A section's line and the bars behind it; where they have bar lines, they stay as they were typed. */
function headed(line: string, { name, times, isInDoubt, row, unread }: Heading): TypedLine {
  const count = times > 1 || isInDoubt ? ` x${times}${isInDoubt ? '?' : ''}` : '';
  const head = `[${name}]${count}`;
  const remark = unread.length > 0 && row ? { remark: `# ${unread.join(' ')}` } : {};
  const bar = line.indexOf('|');
  if (bar >= 0 && !isTabLine(line.replace(/^[^:]*:/, ''))) {
    const typed = asBarLine(line.slice(bar));
    return { ...typed, head, shift: typed.shift - bar };
  }
  if (!row) return { text: asHead([head, ...unread].join(' ')), shift: 0 };
  return { head, ...rowText(row), isRead: true, ...remark };
}

/** A row in the form that is kept; one that is played several times stands between repeat signs. */
function rowText({ bars, times }: Row): Pick<TypedLine, 'text' | 'shift'> {
  const row = bars.map((bar) => bar.join(' ')).join(' | ');
  return times > 1
    ? { text: `|: ${row} :| x${times}`, shift: 3 }
    : { text: `| ${row} |`, shift: 2 };
}

function asBarLine(line: string): TypedLine {
  const [, bars = line, remark] = REMARK_BEHIND.exec(line) ?? [];
  const isOpen = lacksFirstLine(bars);
  return {
    text: asBars(isOpen ? `| ${bars.trimStart()}` : bars),
    shift: isOpen ? 2 : 0,
    ...(remark !== undefined && { remark: `# ${remark.replace(/^#/, '').trim()}` }),
  };
}
