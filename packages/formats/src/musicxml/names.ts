import { parseChordName, withoutTag } from '@harvu/core/chord';
import { KINDS } from './kinds.data';

/** A chord as a score spells it. */
export interface SpelledChord {
  readonly root: SpelledTone;
  readonly kind: string;
  /** What is printed behind the root. */
  readonly text: string;
  readonly degrees: readonly SpelledDegree[];
  readonly bass?: SpelledTone;
}

/** A letter and how far it is altered. */
export interface SpelledTone {
  readonly step: string;
  readonly alter: number;
}

/** A tone that is added to a kind of chord, altered or left out. */
export interface SpelledDegree {
  readonly value: number;
  readonly alter: number;
  readonly type: 'add' | 'alter' | 'subtract';
}

const TONE = /^([A-G])(##|bb|#|b)?$/;
const NAME = /^([A-G](?:##|bb|#|b)?)(.*?)(?:\/([A-G](?:##|bb|#|b)?))?$/;
const ALTERS: Readonly<Record<string, number>> = { '##': 2, '#': 1, b: -1, bb: -2 };

/** Suffixes that are another kind with something added. */
const COMPOSED: readonly (readonly [suffix: RegExp, kind: string, rest: string])[] = [
  [/^6\/9/, 'major-sixth', 'add9'],
  [/^m6\/9/, 'minor-sixth', 'add9'],
  [/^7sus4/, 'suspended-fourth', 'addb7'],
  [/^7sus2/, 'suspended-second', 'addb7'],
  [/^9sus4/, 'suspended-fourth', 'addb7add9'],
  [/^13sus4/, 'suspended-fourth', 'addb7add9add13'],
  [/^maj7sus4/, 'suspended-fourth', 'add7'],
  [/^maj9sus4/, 'suspended-fourth', 'add7add9'],
  [/^sus2sus4/, 'suspended-second', 'add4'],
  [/^mMaj9/, 'major-minor', 'add9'],
  [/^mMaj11/, 'major-minor', 'add9add11'],
  [/^mMaj13/, 'major-minor', 'add9add13'],
];

/** Kinds by their suffix, the longest first. */
const BY_SUFFIX = Object.entries(KINDS)
  .filter(([kind]) => /^[a-z]/.test(kind))
  .map(([kind, suffix]) => [suffix, kind] as const)
  .sort(([a], [b]) => b.length - a.length);

const DEGREE = /^\(?(add|no|)(##|bb|#|b|)(2|3|4|5|6|7|9|11|13)\)?/;

/** Tones above a dominant that are altered, and the degree each is. */
const ALTERED: Readonly<Record<number, readonly [value: number, alter: number]>> = {
  1: [9, -1],
  3: [9, 1],
  6: [5, -1],
  8: [5, 1],
};

/** Spells a chord name for a score; undefined for what is no chord, such as silence. */
export function spelledChord(name: string): SpelledChord | undefined {
  const read = parseChordName(name);
  const [, root = '', suffix = '', bass] = NAME.exec(withoutTag(name)) ?? [];
  if (!read || root === '') return undefined;
  const kind =
    kindOf(suffix) ??
    kindOf(read.quality.suffix) ??
    (suffix.includes('alt') ? alteredOf(read.quality.tones) : { kind: 'other', degrees: [] });
  return {
    root: toneOf(root),
    text: suffix,
    ...kind,
    ...(bass !== undefined && { bass: toneOf(bass) }),
  };
}

function toneOf(name: string): SpelledTone {
  const [, step = 'C', sign = ''] = TONE.exec(name) ?? [];
  return { step, alter: ALTERS[sign] ?? 0 };
}

function degreesOf(rest: string): readonly SpelledDegree[] | undefined {
  const degrees: SpelledDegree[] = [];
  let left = rest;
  while (left !== '') {
    const match = DEGREE.exec(left);
    if (!match) return undefined;
    const [all, word = '', sign = '', value = ''] = match;
    if (word === '' && sign === '') return undefined;
    const isAltered = value === '5' && word === '';
    const type = word === 'no' ? 'subtract' : isAltered ? 'alter' : 'add';
    degrees.push({ value: Number(value), alter: ALTERS[sign] ?? 0, type });
    left = left.slice(all.length);
  }
  return degrees;
}

function kindOf(suffix: string): Pick<SpelledChord, 'kind' | 'degrees'> | undefined {
  const composed = COMPOSED.find(([sign]) => sign.test(suffix));
  if (composed) {
    const [sign, kind, more] = composed;
    const degrees = degreesOf(more + suffix.replace(sign, ''));
    if (degrees) return { kind, degrees };
  }
  for (const [own, kind] of BY_SUFFIX) {
    if (!suffix.startsWith(own)) continue;
    const degrees = degreesOf(suffix.slice(own.length));
    if (degrees) return { kind, degrees };
  }
  return undefined;
}

/** "alt" says that all of it is altered, by the tones it has. */
function alteredOf(tones: readonly number[]): Pick<SpelledChord, 'kind' | 'degrees'> {
  const degrees = tones.flatMap((tone): readonly SpelledDegree[] => {
    const [value, alter] = ALTERED[tone] ?? [];
    if (value === undefined || alter === undefined) return [];
    return [{ value, alter, type: value === 5 ? 'alter' : 'add' }];
  });
  return { kind: 'dominant', degrees };
}
