import { parseChordName } from '@harvu/core/chord';
import { toPlainSigns } from '@harvu/core/pitch';
import type { Report } from '../report';
import { KINDS } from './kinds.data';
import { child, childrenOf, numberOf, textOf, type Element } from './xml';

/** A chord as it is named, and whether that is sure. */
export interface ReadChord {
  readonly name: string;
  readonly doubt?: true;
}

const SIGNS: Readonly<Record<string, string>> = { '-2': 'bb', '-1': 'b', 0: '', 1: '#', 2: '##' };

/** Reads a chord symbol; undefined for one that is none, which is told. */
export function readHarmony(
  harmony: Element,
  where: string,
  report: Report,
): ReadChord | undefined {
  if (textOf(harmony, 'kind') === 'none') return { name: 'N.C.' };
  const root = tone(child(harmony, 'root'), 'root-step', 'root-alter');
  if (root === undefined) {
    const isNumber = child(harmony, 'numeral') ?? child(harmony, 'function');
    report.lose('chord symbol', where, isNumber ? 'a numeral without a root' : 'it has no root');
    return undefined;
  }
  const bass = tone(child(harmony, 'bass'), 'bass-step', 'bass-alter');
  const read = named(harmony, root, bass === undefined || bass === root ? '' : `/${bass}`);
  if (read.doubt)
    report.guess('a chord whose added tones have no name here is written without them', where);
  return read;
}

function tone(of: Element | undefined, step: string, alter: string): string | undefined {
  const letter = textOf(of, step)?.toUpperCase();
  if (letter === undefined || !/^[A-G]$/.test(letter)) return undefined;
  return letter + (SIGNS[Math.round(numberOf(of, alter) ?? 0)] ?? '');
}

/** What the degrees of a chord add to its suffix. */
function degreesText(harmony: Element, suffix: string): string {
  const isSeventh = /7|9|11|13/.test(suffix);
  return childrenOf(harmony, 'degree')
    .map((degree) => {
      const value = numberOf(degree, 'degree-value') ?? 0;
      const sign = SIGNS[Math.round(numberOf(degree, 'degree-alter') ?? 0)] ?? '';
      const type = textOf(degree, 'degree-type') ?? 'add';
      if (type === 'subtract') return `(no${value})`;
      if (type === 'add' && (sign === '' || !isSeventh)) return `(add${sign}${value})`;
      return `(${sign}${value})`;
    })
    .join('');
}

/** Names that say the same, the plainest first: not each is known under each. */
function waysToWrite(root: string, suffix: string, degrees: string): readonly string[] {
  const plain = `${root}${suffix}${degrees.replace(/[()]/g, '')}`;
  const apart = `${root}${suffix}${degrees}`;
  // A sign right behind the root is the root's own.
  const isClose = suffix === '' && /^\([b#]/.test(degrees);
  return isClose ? [apart, plain] : [plain, apart];
}

function suspended(suffix: string, degrees: string): readonly [string, string] {
  // A seventh that is added to a suspended chord is written before it.
  const isSus = /^sus[24]$/.test(suffix);
  const seventh = /\(add(b7|7|9|b9)\)/.exec(degrees);
  if (!isSus || !seventh) return [suffix, degrees];
  const number = seventh[1] === 'b7' ? '7' : seventh[1] === '7' ? 'maj7' : (seventh[1] ?? '');
  return [`${number}${suffix}`, degrees.replace(seventh[0], '')];
}

/** The name of a chord on a root; in doubt where what is added to it has no name here. */
function named(harmony: Element, root: string, over: string): ReadChord {
  const kind = child(harmony, 'kind');
  const said = toPlainSigns((kind?.attributes['text'] ?? '').trim());
  const own = KINDS[kind?.text ?? 'major'] ?? said;
  const [suffix, degrees] = suspended(own, degreesText(harmony, own));
  const name = waysToWrite(root, suffix, degrees)
    .map((one) => one + over)
    .find((one) => parseChordName(one) && !/[?!,|]/.test(one));
  if (name !== undefined) return { name };
  const plain = [`${root}${suffix}${over}`, `${root}${over}`].find((one) => parseChordName(one));
  return { name: plain ?? root, doubt: true };
}
