import type { RiffEdit, RiffNote } from '@harvu/core/riff';

const HALF = '1/2';

/** What a key does to the note that is chosen. */
const EDITS: Readonly<Record<string, (note: RiffNote) => RiffEdit>> = {
  ArrowUp: () => ({ kind: 'across', by: -1 }),
  ArrowDown: () => ({ kind: 'across', by: 1 }),
  '+': () => ({ kind: 'along', by: 1 }),
  '=': () => ({ kind: 'along', by: 1 }),
  '-': () => ({ kind: 'along', by: -1 }),
  '.': () => ({ kind: 'length', by: HALF }),
  ',': () => ({ kind: 'length', by: `-${HALF}` }),
  h: () => ({ kind: 'how', how: 'hammered' }),
  p: () => ({ kind: 'how', how: 'pulled off' }),
  '/': () => ({ kind: 'how', how: 'slid up' }),
  '\\': () => ({ kind: 'how', how: 'slid down' }),
  x: () => ({ kind: 'how', how: 'dead' }),
  o: () => ({ kind: 'how', how: 'harmonic' }),
  v: () => ({ kind: 'sign', sign: 'vibrato' }),
  m: () => ({ kind: 'sign', sign: 'palmMuted' }),
  k: () => ({ kind: 'sign', sign: 'rings' }),
  w: () => ({ kind: 'sign', sign: 'swells' }),
  '(': () => ({ kind: 'sign', sign: 'optional' }),
  b: ({ bend }) => ({ kind: 'bend', quarterTones: bend ? (bend.quarterTones + 2) % 6 : 2 }),
  n: () => ({ kind: 'add' }),
  Delete: () => ({ kind: 'remove' }),
  Backspace: () => ({ kind: 'remove' }),
};

/** The edit a key makes of a note; undefined for a key that makes none. */
export function editOfKey(key: string, note: RiffNote): RiffEdit | undefined {
  return Object.hasOwn(EDITS, key) ? EDITS[key]?.(note) : undefined;
}

const SOON_MS = 900;
const LAST_FRET = 24;

/** A fret as it is typed: two figures close together are one fret. */
export interface TypedFret {
  readonly fret: number;
  readonly place: number;
  readonly atMs: number;
}

/** Takes a figure as a fret, or as the second figure of one just typed at the same note. */
export function typedFret(
  figure: number,
  place: number,
  { before, atMs }: { readonly before: TypedFret | undefined; readonly atMs: number },
): TypedFret {
  const isSecond = before?.place === place && atMs - before.atMs < SOON_MS;
  const both = isSecond ? before.fret * 10 + figure : figure;
  return { fret: both <= LAST_FRET ? both : figure, place, atMs };
}

/** The keys of the drawn riff, as they are told. */
export const RIFF_KEYS: readonly (readonly [keys: string, does: string])[] = [
  ['← →', 'choose a note'],
  ['0–9', 'its fret'],
  ['+ −', 'a fret up or down'],
  ['↑ ↓', 'the same sound on the next string'],
  ['. ,', 'longer, shorter'],
  ['h p / \\', 'hammered, pulled off, slid up, slid down'],
  ['b v o x', 'bent, vibrato, harmonic, dead'],
  ['m k w', 'palm-muted, ringing on, swelled in'],
  ['(', 'only with ornaments'],
  ['n, Delete', 'one more behind it, take it out'],
  ['Space', 'hear it from here'],
];
