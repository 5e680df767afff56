import type { RiffNote } from './note';

/** A note as it stands in the text: its string only where it says one. */
export type ReadNote = Omit<RiffNote, 'at' | 'beats' | 'string' | 'optional'> & {
  readonly string?: number;
};

const HIGHEST_FRET = 24;
const ONE =
  /^(?:(\d):)?([hp/\\]?)(\d{1,2}|x)(o?)(?:b([1-8])(r?))?([vmkw]*)(?:_([1-4]))?(?:'([pima]))?$/;
const HOWS: Readonly<Record<string, RiffNote['how']>> = {
  h: 'hammered',
  p: 'pulled off',
  '/': 'slid up',
  '\\': 'slid down',
};

/**
 * Reads one note: perhaps its string, how it is reached (h hammered, p pulled off, / slid up, \ slid
 * down), its fret or x, then o harmonic, b2 bent by two quarter-tones (r and released), v vibrato, m
 * palm-muted, k keeps ringing, w swelled in, _3 the finger that frets it, and 'p, 'i, 'm or 'a for the
 * one that plucks it. Gives what is wrong, in words, where it cannot be read.
 *
 * @example
 * readOne("h4'm") // { fret: 4, how: 'hammered', plucked: 'm' }
 */
export function readOne(word: string): ReadNote | string {
  const match = ONE.exec(word);
  if (!match) return `"${word.slice(0, 20)}" is no note. Write a fret, x, a dot, - or %.`;
  const [
    ,
    string,
    sign = '',
    fret = '',
    harmonic = '',
    bend,
    released = '',
    signs = '',
    finger,
    plucked,
  ] = match;
  const number = fret === 'x' ? 0 : Number(fret);
  if (number > HIGHEST_FRET)
    return `Fret ${number} is beyond the neck; the last is ${HIGHEST_FRET}.`;
  return {
    ...(string !== undefined && { string: Number(string) }),
    fret: number,
    how: howOf(sign, fret, harmonic),
    ...(bend !== undefined && {
      bend: { quarterTones: Number(bend), isReleased: released !== '' },
    }),
    ...(finger !== undefined && { finger: Number(finger) as 1 | 2 | 3 | 4 }),
    ...soundOf(signs, plucked),
  };
}

function howOf(sign: string, fret: string, harmonic: string): RiffNote['how'] {
  if (fret === 'x') return 'dead';
  return harmonic === '' ? (HOWS[sign] ?? 'picked') : 'harmonic';
}

/** What is said behind the fret: how it sounds, and which finger plucks it. */
function soundOf(
  signs: string,
  plucked: string | undefined,
): Pick<ReadNote, 'vibrato' | 'palmMuted' | 'rings' | 'swells' | 'plucked'> {
  return {
    ...(signs.includes('v') && { vibrato: true as const }),
    ...(signs.includes('m') && { palmMuted: true as const }),
    ...(signs.includes('k') && { rings: true as const }),
    ...(signs.includes('w') && { swells: true as const }),
    ...(plucked !== undefined && { plucked }),
  };
}
