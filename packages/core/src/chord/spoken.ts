import { toPlainSigns } from '../pitch';
import { tagOf, withoutTag } from './tag';
import { transposeChordName } from './transpose';
import type { Called } from './said';

const PARTS = /^([A-G])([#b]{0,2})(.*?)(?:\/([A-G])([#b]{0,2}))?$/;
const SIGNS: Readonly<Record<string, string>> = {
  '': '',
  '#': ' sharp',
  b: ' flat',
  '##': ' double sharp',
  bb: ' double flat',
};
const SILENT: Readonly<Record<string, string>> = { '-': 'silent', 'N.C.': 'no chord', '.': 'held' };
/** Each sign of a chord's kind as it is said, longest first. */
const KINDS: readonly (readonly [sign: RegExp, said: string])[] = [
  [/^(?:maj|M|Δ|ma)(?=\d|$|[^a-z])/, 'major'],
  [/^(?:min|mi|m|-)(?!aj)/, 'minor'],
  [/^(?:dim|°|o)/, 'diminished'],
  [/^ø7?/, 'half diminished'],
  [/^(?:aug|\+)/, 'augmented'],
  [/^sus/, 'sus'],
  [/^add/, 'add'],
  [/^(?:no|omit)/, 'no'],
  [/^alt/, 'altered'],
  [/^b(?=\d)/, 'flat'],
  [/^#(?=\d)/, 'sharp'],
  [/^\d+/, ''],
];

/**
 * Gives a chord as a screen reader is to speak it, no sign read letter by letter; by the name of its
 * shape or by what sounds.
 *
 * @example
 * chordSpoken('F#m7') // 'F sharp minor 7'
 * @example
 * chordSpoken('Gm6/Bb') // 'G minor 6 over B flat'
 * @example
 * chordSpoken('Bm~low') // 'B minor, low'
 */
export function chordSpoken(name: string, called: Called = { raised: 0, names: 'shape' }): string {
  const silent = SILENT[name];
  if (silent !== undefined) return silent;
  const said = called.names === 'sounding' ? transposeChordName(name, called.raised) : name;
  const [, root, sign = '', kind = '', bass, bassSign = ''] =
    PARTS.exec(toPlainSigns(withoutTag(said))) ?? [];
  if (root === undefined) return said;
  const under = bass === undefined ? [] : [`over ${noteSpoken(bass, bassSign)}`];
  const chord = [noteSpoken(root, sign), ...kindSpoken(kind), ...under].join(' ');
  const tag = tagOf(name);
  return tag === undefined ? chord : `${chord}, ${tag}`;
}

function noteSpoken(letter: string, sign: string): string {
  return `${letter}${SIGNS[sign] ?? ''}`;
}

/** The kind of a chord in words, read sign by sign; what is no sign is said as it stands. */
function kindSpoken(kind: string): readonly string[] {
  const words: string[] = [];
  let rest = kind.replace(/[(),/\s]+/g, ' ').trim();
  while (rest !== '') {
    const found = KINDS.find(([sign]) => sign.test(rest));
    const [sign = rest.charAt(0)] = found?.[0].exec(rest) ?? [];
    const said = found?.[1] ?? '';
    words.push(said === '' ? sign : said);
    rest = rest.slice(sign.length).trimStart();
  }
  return words;
}
