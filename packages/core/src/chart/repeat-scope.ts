/** A line of bars that is said to be repeated, and how often it is played in all. */
export interface RepeatWords {
  /** The bars without the words. */
  readonly bars: string;
  readonly words: string;
  readonly times: number;
}

/** What a repeat may be of. */
export type RepeatScope = 'chord' | 'line' | 'section';

const REPEAT =
  /^\s*(\|.*\|)\s*\(?\s*([x×]\s*\d{1,2}|\d{1,2}\s*[x×]|\d{1,2}\s*times|once more|again|repeat|twice|two times|three times|four times)\s*\)?\s*[.!]?\s*$/i;
const MOST_TIMES = 16;
const SPOKEN: Readonly<Record<string, number>> = {
  'once more': 2,
  again: 2,
  repeat: 2,
  twice: 2,
  'two times': 2,
  'three times': 3,
  'four times': 4,
};

/**
 * Finds words such as "twice" or "x2" behind a line of bars, which do not say what is repeated;
 * undefined where there are none.
 *
 * @example
 * findRepeat('| G | D | twice')?.times // 2
 */
export function findRepeat(line: string): RepeatWords | undefined {
  const [, bars, words] = REPEAT.exec(line) ?? [];
  if (bars === undefined || words === undefined) return undefined;
  const spoken = SPOKEN[words.toLowerCase().replace(/\s+/g, ' ')];
  const times = spoken ?? Number(words.replace(/\D/g, ''));
  return times >= 1 && times <= MOST_TIMES ? { bars, words, times } : undefined;
}

/**
 * Asks what a repeat is of.
 *
 * @example
 * repeatQuestion({ bars: '| G |', words: 'twice', times: 2 }) // '"twice" can mean the last chord, this line or the whole section. Say which.'
 */
export function repeatQuestion({ words }: RepeatWords): string {
  return `"${words}" can mean the last chord, this line or the whole section. Say which.`;
}

const HEAD = /^\s*\[[^\]]*\]/;
const TIMES = /(^|\s)x\d{1,2}\??(?=\s|$)/;

/**
 * Settles a repeat in chart text: the chord or the line is written out, or the section is played so
 * many times. `line` is counted from 1; a line without such words is left as it is.
 *
 * @example
 * settleRepeat('[A]\n| G | D | twice', { line: 2, scope: 'line' }) // '[A]\n| G | D | G | D |'
 * @example
 * settleRepeat('[A]\n| G | D | twice', { line: 2, scope: 'section' }) // '[A] x2\n| G | D |'
 */
export function settleRepeat(
  text: string,
  { line, scope }: { readonly line: number; readonly scope: RepeatScope },
): string {
  const lines = text.split('\n');
  const repeat = findRepeat(lines[line - 1] ?? '');
  if (!repeat) return text;
  const head = lines.slice(0, line).findLastIndex((one) => HEAD.test(one));
  if (scope !== 'section') lines[line - 1] = writtenOut(repeat, scope);
  else {
    lines[line - 1] = repeat.bars;
    // Bars before the first section are a section of their own, which has to be named to be repeated.
    if (head >= 0) lines[head] = withTimes(lines[head] ?? '', repeat.times);
    else lines.splice(line - 1, 0, `[Song] x${repeat.times}`);
  }
  return lines.join('\n');
}

/** A line of bars with its repeat signs taken out. */
export interface RepeatSigns {
  /** The bars between plain bar lines; as long as the line. */
  readonly bars: string;
  /** Bars of the line before a sign that opens a repeat; undefined where there is none. */
  readonly opens?: number;
  /** How often what was opened is played, where a sign closes it. */
  readonly times?: number;
}

const OPENING = /\|(?:\s*\|)?:/;
const CLOSING =
  /:\s*\|{1,2}\s*(?:\(?\s*(?:[x×]\s*(\d{1,2})|(\d{1,2})\s*(?:[x×]|times))\s*\)?)?\s*$/i;

/**
 * Reads the signs that stand around bars which are played again, |: and :|, perhaps with a count behind.
 *
 * @example
 * repeatSigns('|: G | D :| x3') // { bars: '|  G | D  |', opens: 0, times: 3 }
 */
export function repeatSigns(line: string): RepeatSigns {
  const opening = OPENING.exec(line);
  const closing = CLOSING.exec(line);
  if (!opening && !closing) return { bars: line };
  const times = closing && Math.min(MOST_TIMES, Math.max(2, Number(closing[1] ?? closing[2] ?? 2)));
  const before = opening ? line.slice(0, opening.index) : '';
  const bars = closing ? `${line.slice(0, closing.index)} |` : line;
  return {
    bars: bars.replace(OPENING, '| '),
    ...(opening && {
      opens: Math.max(0, before.split('|').filter((bar) => bar.trim() !== '').length),
    }),
    ...(times !== null && { times }),
  };
}

/** The bars of a line, or its last bar alone, written out so many times. */
function writtenOut({ bars, times }: RepeatWords, scope: 'chord' | 'line'): string {
  const inner = bars.trim().replace(/^\|/, '').replace(/\|$/, '');
  const pieces = inner.split('|');
  const last = pieces.at(-1) ?? '';
  const more = scope === 'line' ? inner : last;
  return `|${[inner, ...Array<string>(times - 1).fill(more)].join('|')}|`;
}

function withTimes(head: string, times: number): string {
  const [name = ''] = HEAD.exec(head) ?? [];
  const rest = head.slice(name.length);
  return `${name} x${times}${rest.replace(TIMES, '')}`;
}
