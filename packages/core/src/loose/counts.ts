/** How often something is played, and what is left of the words it was said in. */
export interface Counted {
  readonly rest: string;
  readonly times: number;
  /** "x3?": it needs listening. */
  readonly isInDoubt: boolean;
}

const MOST_TIMES = 64;
const SPOKEN: Readonly<Record<string, number>> = {
  'once more': 2,
  again: 2,
  repeat: 2,
  twice: 2,
  two: 2,
  three: 3,
  four: 4,
  six: 6,
  eight: 8,
};
const SIGN = String.raw`[x×]\s*\d{1,2}\??|\d{1,2}\s*(?:[x×]|times|mal)\??`;
const WORDS = String.raw`(?:two|three|four|six|eight) times|twice|once more|again|repeat`;
/** Behind everything else, in brackets or bare. */
const BEHIND = new RegExp(
  String.raw`(?:^|[\s,;:|–-])\s*(?:[(\[]\s*(${SIGN}|${WORDS})\s*[)\]]|(${SIGN}|${WORDS}))\s*[.!]?\s*$`,
  'i',
);

/**
 * Takes the count that stands behind something: "(x2)", "×2", "2x", "3 times", "twice"; undefined where there is none.
 *
 * @example
 * countBehind('G D Em C (x2)') // { rest: 'G D Em C', times: 2, isInDoubt: false }
 * @example
 * countBehind('G D') // undefined
 */
export function countBehind(text: string): Counted | undefined {
  const match = BEHIND.exec(text);
  const words = (match?.[1] ?? match?.[2] ?? '').toLowerCase();
  if (!match || words === '') return undefined;
  const spoken = SPOKEN[words.replace(/ times$/, '').replace(/\s+/g, ' ')];
  const times = spoken ?? Number(words.replace(/\D/g, ''));
  if (times < 1 || times > MOST_TIMES) return undefined;
  const rest = text.slice(0, match.index).replace(/[\s,;:–-]+$/, '');
  // The bar line before a count is the row's own.
  const closed = /\|\s*$/.test(text.slice(0, match.index + 1))
    ? `${rest.replace(/\|+$/, '')}|`
    : rest;
  return { rest: closed, times, isInDoubt: words.endsWith('?') };
}

/** Before everything else: "4x G D", "[x2] C G", "(x3, fade): G D". */
const BEFORE = new RegExp(
  String.raw`^\s*(?:[(\[]\s*(${SIGN})\s*(?:[)\]]|[,;]\s*(?=[^)\]]*[)\]]))|(${SIGN})(?=\s))`,
  'i',
);

/**
 * Takes the count that stands before something; undefined where there is none.
 *
 * @example
 * countBefore('4x G D') // { rest: 'G D', times: 4, isInDoubt: false }
 */
export function countBefore(text: string): Counted | undefined {
  const match = BEFORE.exec(text);
  const words = match?.[1] ?? match?.[2] ?? '';
  const times = Number(words.replace(/\D/g, ''));
  if (!match || times < 1 || times > MOST_TIMES) return undefined;
  const behind = text.slice(match[0].length).trim();
  // What else stood in its brackets is an aside of its own.
  const rest = /[,;]\s*$/.test(match[0]) ? `(${behind}` : behind;
  return { rest, times, isInDoubt: words.endsWith('?') };
}
