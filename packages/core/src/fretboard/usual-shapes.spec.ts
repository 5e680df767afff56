import { parseChordName } from '../chord';
import { parseTuning, STANDARD_TUNING } from '../pitch';
import {
  checkGrip,
  findGrips,
  fingeringOf,
  formatGrip,
  USUAL_HAND,
  type GripSearch,
} from './index';
import { usualShapes } from './usual-shapes.data';

const SETUP = { tuning: STANDARD_TUNING, capo: 0 };
const ROOTS = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'F#', 'G', 'Ab', 'A', 'Bb', 'B'];
const SUFFIXES = [
  ...['', 'm', '7', 'maj7', 'm7', '5', 'sus2', 'sus4', '7sus4', '6', 'm6', '9', 'm9', 'maj9'],
  ...['6/9', '7#9', '7b9', 'm7b5', 'dim7', 'dim', '13', 'add9', 'aug', '7#5'],
];

const find = (name: string, more: Partial<GripSearch> = {}): readonly string[] => {
  const parsed = parseChordName(name);
  if (!parsed) throw new Error(name);
  const search = { name: parsed, setup: SETUP, hand: USUAL_HAND, count: 4, ...more };
  return findGrips(search).map(({ grip }) => formatGrip(grip));
};

describe('the shape a teacher shows first', () => {
  const first: readonly (readonly [string, string])[] = [
    ...([
      ['G', '320003'],
      ['C', 'x32010'],
      ['F', '133211'],
      ['Bm', 'x24432'],
      ['Bb', 'x13331'],
    ] as const),
    ...([
      ['Gm', '355333'],
      ['Cm', 'x35543'],
      ['C#m', 'x46654'],
      ['F#m', '244222'],
      ['Eb', 'x68886'],
    ] as const),
    ...([
      ['D/F#', '2x0232'],
      ['C9', 'x32333'],
      ['G5', '355xxx'],
      ['D5', 'xx023x'],
      ['B7', 'x21202'],
      ['Ab', '466544'],
      ['F#m7', '242222'],
    ] as const),
  ];
  first.forEach(([name, grip]) => {
    it(`of ${name} is ${grip}`, () => expect(find(name)[0]).toBe(grip));
  });

  it('sounds its name and is held by a usual hand, of every root', () => {
    for (const root of ROOTS)
      for (const suffix of SUFFIXES) {
        const name = parseChordName(root + suffix);
        if (!name) throw new Error(root + suffix);
        for (const grip of usualShapes(name, STANDARD_TUNING)) {
          const said = `${root}${suffix} ${formatGrip(grip)}`;
          expect(checkGrip(name, grip, SETUP).verdict)
            .withContext(said)
            .toBe('agrees');
          const isHigh = Math.max(...grip.map((fret) => fret ?? 0)) > 12;
          if (!isHigh) expect(fingeringOf(grip, USUAL_HAND)).withContext(said).toBeDefined();
        }
      }
  });

  it('without a barre is the small one', () => {
    expect(find('F', { noBarre: true })[0]).toBe('xx3211');
    expect(find('Eb', { noBarre: true })[0]).toBe('xx1343');
  });

  it('is the same shape a whole step lower, and no shape in another tuning', () => {
    const [lower, open] = [parseTuning('D G C F A D'), parseTuning('D A D F# A D')];
    const name = parseChordName('F');
    if (!lower || !open || !name) throw new Error('no tuning');
    expect(usualShapes(name, lower).map(formatGrip)[0]).toBe('320003');
    expect(usualShapes(name, open)).toEqual([]);
  });
});
