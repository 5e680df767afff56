import { parseChordName } from '../chord';
import { parseTuning, STANDARD_TUNING } from '../pitch';
import {
  checkGrip,
  findGrips,
  fingeringOf,
  formatGrip,
  nameGrip,
  parseGrip,
  USUAL_HAND,
  type GripSearch,
} from './index';
import { usualShapes } from './usual-shapes';

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

describe('shapes on strings tuned or numbered otherwise', () => {
  const shown: readonly (readonly [tuning: string, shapes: Readonly<Record<string, string>>])[] = [
    [
      'B E A D G B E',
      {
        B5: '022xxxx',
        E5: 'x022xxx',
        'C#5': '244xxxx',
        Em: 'x022000',
        F: 'x133211',
        Am: 'xx02210',
      },
    ],
    ['F# B E A D G B E', { 'F#5': '022xxxxx', B5: 'x022xxxx', E: 'xx022100' }],
    [
      'G4 C4 E4 A4',
      {
        Am: '2000',
        C: '0003',
        F: '2010',
        G: '0232',
        G7: '0212',
        Dm: '2210',
        Bm: '4222',
        E7: '1202',
        Am7: '0000',
        Bb: '3211',
        D: '2220',
        A: '2100',
        Em: '0432',
      },
    ],
    ['E1 A1 D2 G2', { E5: '022x', A5: 'x022' }],
    [
      'drop D',
      {
        D: '000232',
        Dm: '000231',
        D5: '000xxx',
        G5: '555xxx',
        E5: '222xxx',
        F5: '333xxx',
        C: 'x32010',
        Am: 'x02210',
        Bm: 'x24432',
        Bb: 'x13331',
      },
    ],
    ['half step down', { Gb: '320003', Ebm: '022000', F: '244322' }],
  ];
  shown.forEach(([tuning, shapes]) => {
    it(`are found in ${tuning} by the intervals between the strings they strike`, () => {
      const setup = { tuning: parseTuning(tuning) ?? [], capo: 0 };
      for (const [name, grip] of Object.entries(shapes))
        expect([name, find(name, { setup })[0]]).toEqual([name, grip]);
    });
  });

  it('have no bass where a string sounds under the one before it', () => {
    const setup = { tuning: ['G4', 'C4', 'E4', 'A4'], capo: 0 };
    const verdict = (name: string, text: string): string | undefined => {
      const [chord, grip] = [parseChordName(name), parseGrip(text)];
      return chord && grip && checkGrip(chord, grip, setup).verdict;
    };
    expect(
      ['Am 2000', 'F 2010', 'C/G 0003', 'C 0002'].map((one) => {
        const [name = '', grip = ''] = one.split(' ');
        return verdict(name, grip);
      }),
    ).toEqual(['agrees', 'agrees', 'agrees', 'colours']);
    const names = (text: string): readonly string[] =>
      nameGrip(parseGrip(text) ?? [], setup).shape.map(({ name }) => name);
    expect([names('2000')[0], names('0212')[0], names('0000').slice(0, 2)]).toEqual([
      ...['Am', 'G7', ['Am7', 'C6']],
    ]);
  });

  it('are named from the tuning the strings are let down from, and sound lower', () => {
    const setup = { tuning: parseTuning('half step down') ?? [], capo: 0, down: 1 };
    const g = parseGrip('320003') ?? [];
    expect(find('G', { setup })[0]).toBe('320003');
    expect(nameGrip(g, setup, { count: 1 }).shape[0]?.name).toBe('G');
    expect(nameGrip(g, setup, { count: 1 }).sounding[0]?.name).toBe('F#');
    const chord = parseChordName('G');
    expect(chord && checkGrip(chord, g, setup).verdict).toBe('agrees');
    expect(nameGrip(g, { ...setup, capo: 1 }, { count: 1 }).sounding[0]?.name).toBe('G');
  });
});
