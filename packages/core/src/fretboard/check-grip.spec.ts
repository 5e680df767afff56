import { parseChordName, QUALITIES } from '../chord';
import { parseTuning, rootName, STANDARD_TUNING } from '../pitch';
import { checkGrip, findGrips, formatGrip, nameGrip, parseGrip, USUAL_HAND } from './index';

const STANDARD = { tuning: STANDARD_TUNING, capo: 0 };
const check = (name: string, grip: string) => {
  const parsed = parseChordName(name);
  if (!parsed) throw new Error(`no chord: ${name}`);
  return checkGrip(parsed, parseGrip(grip) ?? [], STANDARD);
};
const slipsOf = (name: string, grip: string) =>
  check(name, grip).slips.map((slip) => formatGrip(slip.grip));

describe('a grip beside its taught name', () => {
  const cases: readonly (readonly [string, string, string])[] = [
    ['C', 'x32010', 'agrees'],
    // Only the bass of a chord, or its root, is struck: the note is meant.
    ['C/B', 'x2xxxx', 'bass'],
    ['G', '3xxxx3', 'bass'],
    ['C/B', 'x3xxxx', 'bass'],
    ['C/B', 'x4xxxx', 'differs'],
    ['G', '320003', 'agrees'],
    ['G', '320033', 'agrees'],
    ['F#m', '244222', 'agrees'],
    ['E5', '022xxx', 'agrees'],
    ['D5', 'xx023x', 'agrees'],
    ['A5', 'x022xx', 'agrees'],
    ['C7', 'x3231x', 'agrees'],
    ['B7', 'x2120x', 'agrees'],
    ['D/F#', '200232', 'agrees'],
    ['D/F#', '2x0232', 'agrees'],
    ['G/B', 'x20003', 'agrees'],
    ['C/G', '332010', 'agrees'],
    ['Am/G', '302210', 'agrees'],
    ['Cadd9', 'x32030', 'agrees'],
    ['Asus2', 'x02200', 'agrees'],
    ['Dsus4', 'xx0233', 'agrees'],
    ['Em7', '022030', 'agrees'],
    ['Am7', 'x02010', 'agrees'],
    ['E7#9', '07678x', 'agrees'],
    ['C13', 'x3x355', 'agrees'],
    ['G', '3x0033', 'omits'],
    ['Gm6', '310033', 'omits'],
    ['C7', 'x32x10', 'omits'],
    ['C', 'x32030', 'colours'],
    ['Am', 'x02010', 'colours'],
    ['C', '332010', 'colours'],
    ['D', '200232', 'colours'],
    ['D', 'x00232', 'colours'],
    ['D', 'xx0231', 'differs'],
    ['C', 'x42010', 'differs'],
    ['Am', '022000', 'differs'],
    ['C/G', 'x32010', 'differs'],
    ['Asus4', 'x02220', 'differs'],
    ['C', 'x32011', 'differs'],
    ['F', '133221', 'differs'],
    ['C', 'x32000', 'colours'],
    ['Am', '002210', 'colours'],
  ];
  cases.forEach(([name, grip, verdict]) => {
    it(`${verdict}: ${name} as ${grip}`, () =>
      expect<string>(check(name, grip).verdict).toBe(verdict));
  });

  it('is told what it sounds, what is missing and what is foreign', () => {
    const gm = check('Gm6', '310033');
    expect([gm.sounds, gm.missing, gm.extra]).toEqual(['Gm', [4], []]);
    const dm = check('D', 'xx0231');
    expect([dm.sounds, dm.missing, dm.extra]).toEqual(['Dm', [6], [5]]);
  });

  it('judges the shape: a capo changes nothing', () => {
    const c = parseChordName('C');
    if (!c) throw new Error('no C');
    expect(checkGrip(c, [null, 3, 2, 0, 1, 0], { tuning: STANDARD_TUNING, capo: 5 }).verdict).toBe(
      'agrees',
    );
  });
});

describe('a slip of one finger', () => {
  const cases: readonly (readonly [string, string, string, string])[] = [
    ['one string off', 'C', 'x30210', 'x32010'],
    ['one string too low, its own muted', 'C', '3x2010', 'x32010'],
    ['one fret high', 'D', 'xx0242', 'xx0232'],
    ['one fret low', 'E', '012100', '022100'],
    ['left open', 'Am', 'x02200', 'x02210'],
    ['on an open string', 'Em', '022100', '022000'],
    ['on the wrong outer string', 'G', '320030', '320003'],
    ['on a slash bass', 'D/F#', '300232', '200232'],
    ['forgotten', 'B7', 'x21200', 'x21202'],
    ['forgotten two frets up', 'D7', 'xx0210', 'xx0212'],
    ['too many', 'Em', '022020', '022000'],
    ['too many on a barre', 'Gm', '355353', '355333'],
    ['forgotten on a barre', 'F', '113211', '133211'],
    ['that rubs against the third', 'C', 'x32011', 'x32010'],
    ['a fret too high in a barre', 'F', '133221', '133211'],
    ['with all the others one string too low', 'Em', '220000', '022000'],
    ['with all the others one string too thick', 'D', 'x0232x', 'xx0232'],
  ];
  cases.forEach(([what, name, wrong, right]) => {
    it(`${what} is found: ${name} as ${wrong}`, () => expect(slipsOf(name, wrong)[0]).toBe(right));
  });

  it('tells which string, from where and to where', () => {
    expect(check('E', '012100').slips[0]?.changed).toEqual({ string: 5, from: 1, to: 2 });
    const moved = check('C', 'x30210').slips.find((slip) => formatGrip(slip.grip) === 'x32010');
    expect(moved?.changed).toEqual({ string: 3, from: 2, to: 2, movedTo: 4 });
  });

  it('is found in every grip of the beginner’s book with any one finger a fret off', () => {
    const book = [
      ...['C x32010', 'D xx0232', 'E 022100', 'G 320003', 'A x02220', 'Am x02210', 'Em 022000'],
      ...['Dm xx0231', 'D7 xx0212', 'E7 020100', 'G7 320001', 'F 133211', 'Bm x24432'],
    ];
    for (const line of book) {
      const [name = '', text = ''] = line.split(' ');
      const grip = parseGrip(text) ?? [];
      grip.forEach((fret, place) => {
        for (const off of fret ? [fret - 1, fret + 1] : []) {
          const wrong = formatGrip(grip.map((one, at) => (at === place ? off : one)));
          const verdict = check(name, wrong).verdict;
          if (verdict === 'differs')
            expect(slipsOf(name, wrong)).withContext(`${name} ${wrong}`).toContain(text);
        }
      });
    }
  });

  it('says what kind it is, and never calls a grip by the name it does not sound', () => {
    expect(check('B7', 'x21200').slips[0]?.kind).toBe('forgotten');
    expect(check('Em', '220000').slips[0]).toEqual(
      jasmine.objectContaining({
        kind: 'shape',
        changed: { string: 6, from: 2, to: 2, movedTo: 5 },
      } as const),
    );
    expect(check('F', '133221').sounds).not.toBe('F');
  });

  it('is not looked for where the name is true', () => {
    expect(slipsOf('C', 'x32010')).toEqual([]);
  });
});

describe('the names of a grip', () => {
  const names = (grip: string, setup = STANDARD, key?: string) =>
    nameGrip(parseGrip(grip) ?? [], setup, { key, count: 3 });

  it('are given by shape and as it sounds, spelled by the key', () => {
    const { shape, sounding, notes } = names('x02210', { tuning: STANDARD_TUNING, capo: 4 }, 'E');
    expect([shape[0]?.name, sounding[0]?.name, notes[0]]).toEqual(['Am', 'C#m', 49 as never]);
    expect(names('x02210', { tuning: STANDARD_TUNING, capo: 4 }, 'Ab').sounding[0]?.name).toBe(
      'Dbm',
    );
  });

  const everyday: readonly (readonly [string, string])[] = [
    ['x32010', 'C'],
    ['332010', 'C/G'],
    ['2x0232', 'D/F#'],
    ['x20003', 'G/B'],
    ['x32030', 'Cadd9'],
    ['022xxx', 'E5'],
    ['xx0233', 'Dsus4'],
    ['x02010', 'Am7'],
    ['x3231x', 'C7'],
    ['x21202', 'B7'],
    ['xx1212', 'Ebdim7'],
    ['x3133x', 'Cm9'],
    ['07678x', 'E7#9'],
    ['3x2333', 'Gm6'],
    ['x01212', 'Adim7'],
  ];
  everyday.forEach(([grip, name]) => {
    it(`such as ${name} for ${grip}`, () =>
      expect(names(grip).shape.map((fit) => fit.name)).toContain(name));
  });

  it('are at least three where there are three, with scores falling', () => {
    const fits = names('x32010').shape;
    expect(fits.length).toBe(3);
    expect([...fits].sort((a, b) => b.score - a.score)).toEqual([...fits]);
  });

  it('work in other tunings, on fewer strings, and say nothing of silence', () => {
    const open = { tuning: parseTuning('D G D G B D') ?? [], capo: 0 };
    expect(names('000000', open).shape[0]?.name).toBe('G/D');
    expect(
      names('0003', { tuning: parseTuning('G3 C4 E4 A4') ?? [], capo: 0 }).shape[0]?.name,
    ).toContain('C');
    expect(names('xxxxxx').shape).toEqual([]);
  });

  it('move with the grip: two frets up, two semitones up', () => {
    for (const grip of ['x32410', '133211', 'x24432', 'x35453']) {
      const [low, high] = [
        parseGrip(grip) ?? [],
        (parseGrip(grip) ?? []).map((fret) => (fret === null ? null : fret + 2)),
      ];
      const [a, b] = [
        nameGrip(low, STANDARD, { count: 1 }).shape[0],
        nameGrip(high, STANDARD, { count: 1 }).shape[0],
      ];
      expect([b?.root, b?.quality]).toEqual([((a?.root ?? 0) + 2) % 12, a?.quality]);
    }
  });

  it('are the same behind a capo as in a tuning that much higher', () => {
    const higher = { tuning: ['G2', 'C3', 'F3', 'A#3', 'D4', 'G4'], capo: 0 };
    for (const grip of ['x32010', '320033', 'xx0212', 'x02210'])
      expect(names(grip, { tuning: STANDARD_TUNING, capo: 3 }).sounding).toEqual(
        names(grip, higher).sounding,
      );
  });

  it('come back for the grips that are found for a name', () => {
    for (const [index, quality] of QUALITIES.entries())
      for (const root of [(5 * index) % 12]) {
        const name = rootName(root) + quality.suffix;
        const parsed = parseChordName(name);
        if (!parsed) throw new Error(name);
        const found = findGrips({ name: parsed, setup: STANDARD, hand: USUAL_HAND, count: 4 });
        for (const { grip } of found.filter((one) => one.missing.length === 0))
          expect(names(formatGrip(grip)).shape.map((fit) => `${fit.root} ${fit.quality.suffix}`))
            .withContext(`${name} ${formatGrip(grip)}`)
            .toContain(`${root} ${quality.suffix}`);
      }
  });
});
