/** What a chord's suffix says, part by part, in semitones above the root. */
export interface ChordParts {
  /** The third, or the tone that stands in for it; none in a power chord. */
  readonly third: readonly number[];
  readonly fifth: readonly number[];
  /** A sixth or a seventh. */
  readonly sixth: readonly number[];
  /** 9, 11 and 13, as they are stacked or altered. */
  readonly above: readonly number[];
  /** Tones that players leave out without a word, besides a plain fifth. */
  readonly spare: readonly number[];
}

interface Draft {
  third: number[];
  fifth: number[];
  sixth: number[];
  above: number[];
  spare: number[];
  isMajorSeventh: boolean;
  isDiminished: boolean;
}

/** All that people write, one after the other brought to one way of writing. */
const SPELLINGS: readonly (readonly [sign: RegExp, plain: string])[] = [
  [/\((9|11|13)\)/g, '/$1'],
  [/[\s(),]/g, ''],
  [/[\u0394\u25b3^]7?/g, 'maj7'],
  [/[\u00f8\u00d8]7?|half-?dim7?/gi, 'm7b5'],
  [/[\u00b0\u00ba]|diminished/g, 'dim'],
  [/[\u2212\u2013]/g, '-'],
  [/maj7(?=9|11|13)/g, 'maj'],
  [/major|Major|MAJ|Maj|(?:Ma|ma|M)(?=\d|$|b|#|add|sus)/g, 'maj'],
  [/^-(?=5$)/g, 'b'],
  [/minor|min|Min|MIN|mi(?=\d|$|maj)|^-/g, 'm'],
  [/mM(?=\d)/g, 'mmaj'],
  [/augmented|aug/g, '+'],
  [/^o/g, 'dim'],
  [/dominant|dom/g, ''],
];

type Step = readonly [sign: RegExp, does: (draft: Draft, found: RegExpExecArray) => void];

const seventhOf = (draft: Draft): number =>
  draft.isMajorSeventh ? 11 : draft.isDiminished ? 9 : 10;
const DEGREES: Readonly<Record<string, number>> = { 2: 2, 4: 5, 6: 9, 9: 2, 11: 5, 13: 9 };
const shift = (sign: string | undefined): number =>
  sign === 'b' || sign === '-' ? -1 : sign === '#' || sign === '+' ? 1 : 0;

/** The beginning of a suffix: minor or major, the number. */
const HEADS: readonly Step[] = [
  [
    /^mmaj/,
    (draft) => {
      draft.third = [3];
      draft.isMajorSeventh = true;
    },
  ],
  [
    /^m(?!aj)/,
    (draft) => {
      draft.third = [3];
      // Said again as a major seventh, as in m(maj7).
    },
  ],
  [
    /^maj/,
    (draft) => {
      draft.isMajorSeventh = true;
    },
  ],
  [
    /^dim/,
    (draft) => {
      draft.third = [3];
      draft.fifth = [6];
      draft.isDiminished = true;
    },
  ],
  [
    /^\+(?!\d{1,2}$)|^\+(?=[79]|11|13)/,
    (draft) => {
      draft.fifth = [8];
    },
  ],
];

const NUMBERS: readonly Step[] = [
  [
    /^6\/?9|^6add9/,
    (draft) => {
      draft.sixth = [9];
      draft.above.push(2);
    },
  ],
  [
    /^6/,
    (draft) => {
      draft.sixth = [9];
    },
  ],
  [/^(7|9|11|13)/, (draft, [, number]) => stack(draft, Number(number))],
  [
    /^5/,
    (draft) => {
      draft.third = [];
    },
  ],
  [/^2/, (draft) => suspend(draft, '2')],
  [/^4/, (draft) => suspend(draft, '4')],
];

const REST: readonly Step[] = [
  [/^sus(24|42|2sus4|4sus2|2|4|9)?/, (draft, [, degrees = '4']) => readSus(draft, degrees)],
  [
    /^alt/,
    (draft) => {
      draft.sixth = [10];
      draft.fifth = [8];
      draft.above.push(3);
      draft.spare.push(8, 3);
    },
  ],
  [
    /^maj(7|9|11|13)/,
    (draft, [, number]) => {
      draft.isMajorSeventh = true;
      stack(draft, Number(number));
    },
  ],
  [/^\/?add([b#])?(2|4|6|9|11|13)/, (draft, [, sign, degree = '']) => add(draft, sign, degree)],
  [/^([b#+-])(5|6|9|11|13)/, (draft, [, sign, degree = '']) => alter(draft, sign, degree)],
  [/^\/(9|11|13)/, (draft, [, degree = '']) => add(draft, undefined, degree)],
  [
    /^\+/,
    (draft) => {
      draft.fifth = [8];
    },
  ],
  [
    /^(?:no|omit)3(?:rd)?/,
    (draft) => {
      draft.third = [];
    },
  ],
  [
    /^(?:no|omit)5(?:th)?/,
    (draft) => {
      draft.fifth = [];
    },
  ],
];

/**
 * Reads a suffix as it is composed: minor or major, a sixth or seventh with what is stacked on it, what is
 * suspended, altered, added and left out, in any usual spelling; undefined where it cannot be read.
 *
 * @example
 * readSuffix('m(maj7)')?.sixth // [11]
 * @example
 * readSuffix('7(b9,#11)')?.above // [1, 6]
 */
export function readSuffix(suffix: string): ChordParts | undefined {
  const draft: Draft = {
    third: [4],
    fifth: [7],
    sixth: [],
    above: [],
    spare: [],
    isMajorSeventh: false,
    isDiminished: false,
  };
  let text = plain(suffix);
  text = take(HEADS, text, draft) ?? text;
  text = take(NUMBERS, text, draft) ?? text;
  while (text !== '') {
    const rest = take(REST, text, draft);
    if (rest === undefined) return undefined;
    text = rest;
  }
  const { third, fifth, sixth, above, spare } = draft;
  return { third, fifth, sixth, above: [...new Set(above)], spare };
}

function plain(suffix: string): string {
  return SPELLINGS.reduce((text, [sign, word]) => text.replace(sign, word), suffix);
}

function stack(draft: Draft, highest: number): void {
  draft.sixth = [seventhOf(draft)];
  if (highest >= 9) draft.above.push(2);
  if (highest === 11) draft.above.push(5);
  if (highest === 13) draft.above.push(9);
  // Of a tall chord the tones between are missed by nobody; a dominant's third under its eleventh neither.
  if (highest >= 11) draft.spare.push(2);
  if (highest === 11 && !draft.isMajorSeventh && draft.third[0] === 4) draft.spare.push(4);
}

function suspend(draft: Draft, degrees: string): void {
  draft.third = degrees === '2' ? [2] : degrees === '24' || degrees === '42' ? [2, 5] : [5];
  draft.spare = draft.spare.filter((tone) => tone !== 4);
}

function alter(draft: Draft, sign: string | undefined, degree: string): void {
  const by = shift(sign);
  if (degree === '5') {
    const altered = 7 + by;
    draft.fifth = draft.fifth.some((tone) => tone !== 7) ? [...draft.fifth, altered] : [altered];
    return;
  }
  const natural = DEGREES[degree] ?? 0;
  // A natural ninth gives way to altered ones.
  draft.above = draft.above.filter((tone) => !(degree === '9' && tone === 2));
  draft.spare = draft.spare.filter((tone) => !(degree === '9' && tone === 2));
  draft.above.push((natural + by + 12) % 12);
}

function add(draft: Draft, sign: string | undefined, degree: string): void {
  const tone = ((DEGREES[degree] ?? 0) + shift(sign) + 12) % 12;
  draft.above.push(tone);
}

function readSus(draft: Draft, degrees: string): void {
  if (degrees === '9') {
    draft.third = [5];
    stack(draft, 9);
    return;
  }
  suspend(draft, degrees.replace('sus', ''));
}

/** Takes the first step whose sign stands at the beginning; gives the rest of the text, or undefined. */
function take(steps: readonly Step[], text: string, draft: Draft): string | undefined {
  for (const [sign, does] of steps) {
    const found = sign.exec(text);
    if (!found) continue;
    does(draft, found);
    return text.slice(found[0].length);
  }
  return undefined;
}
