import type { ToldStroke } from './placements';

/** One swing of the strumming hand as it is told: its direction, and what it does there. */
export interface ToldSwing {
  readonly direction: ToldStroke;
  readonly what: 'strum' | 'muted' | 'hit' | 'miss';
}

const MUTED = 'chucks?|dead|mutes?|muted|scratch|chick|chunk|choke';
const HIT = 'slaps?|hits?|taps?|knock|thump|x';
const MISS = 'miss|missed|skip|rest|pause|wait|hold|ghost|air|nothing';
const NUMBERS: Readonly<Record<string, number>> = {
  two: 2,
  three: 3,
  four: 4,
  five: 5,
  six: 6,
  seven: 7,
  eight: 8,
};
const COUNT = `(?:(${Object.keys(NUMBERS).join('|')}|[2-9])\\s+)?`;
/** A word of a telling: perhaps how often, perhaps muted, then the stroke. */
const WORD = new RegExp(
  `${COUNT}(?:(?:(muted)[\\s-]+)?(\\b(?:downs?|dn|ups?|d|u)\\b|↓|↑)|\\b(${MUTED})\\b|\\b(${HIT})\\b|\\b(${MISS})\\b)`,
  'gi',
);
const FILLERS = /\b(and|then|strums?|stroke|again|the|a|strings?|beats?|on|of)\b|&/gi;

/**
 * Reads strokes as teachers say them, "down-up, down down-up", "DU D DU", "down chuck up", "four downs":
 * chucks and dead strokes are muted, slaps hit the wood, a miss swings through the air; undefined when a
 * word is none of these.
 *
 * @example
 * parseTold('down, down-up')?.map((one) => one.direction) // ['D', 'D', 'U']
 * @example
 * parseTold('down chuck')?.map((one) => one.what) // ['strum', 'muted']
 * @example
 * parseTold('sideways') // undefined
 */
export function parseTold(said: string): readonly ToldSwing[] | undefined {
  // "DU" and "dudu" are strokes written together.
  const text = said.replace(/\b[du]+\b/gi, (strokes) => strokes.split('').join(' '));
  const rest = text.replace(WORD, ' ').replace(FILLERS, ' ');
  if (/[a-z0-9]/i.test(rest)) return undefined;
  const told: ToldSwing[] = [];
  for (const match of text.matchAll(WORD)) {
    const [, count = '1'] = match;
    const times = NUMBERS[count.toLowerCase()] ?? Number(count);
    for (let time = 0; time < times; time++) told.push(toldBy(match, told.at(-1)));
  }
  return told;
}

function isDown(word: string): boolean {
  return /^(d|↓)/i.test(word);
}

/** What a word says, after what was told before it. */
function toldBy(match: RegExpMatchArray, before: ToldSwing | undefined): ToldSwing {
  const [, , mutedFirst, stroke, muted, hit] = match;
  if (stroke !== undefined) {
    const what = mutedFirst === undefined ? 'strum' : 'muted';
    return { direction: isDown(stroke) ? 'D' : 'U', what };
  }
  // A chuck or a slap falls on the beat; a swing that misses is the one that would come next.
  if (muted !== undefined) return { direction: 'D', what: 'muted' };
  if (hit !== undefined) return { direction: 'D', what: 'hit' };
  return { direction: before?.direction === 'D' ? 'U' : 'D', what: 'miss' };
}
