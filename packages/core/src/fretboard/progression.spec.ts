import {
  changeBetween,
  fingerProgression,
  formatFingers,
  parseFingers,
  parseGrip,
  shapeMove,
  USUAL_HAND,
  withShapeMoved,
} from './index';

const grips = (words: string) => words.split(' ').map((text) => parseGrip(text) ?? []);
const fingers = (words: string) =>
  fingerProgression(grips(words), USUAL_HAND).map((way) =>
    way ? formatFingers(way.fingers) : 'none',
  );

describe('fingers over a progression', () => {
  const everyday: readonly (readonly [string, readonly string[]])[] = [
    ['320033 x32033', ['21..34', '.21.34']],
    ['x02210 x32010', ['..231.', '.32.1.']],
    ['022100 x02210', ['.231..', '..231.']],
    ['133211 355433', ['134211', '134211']],
  ];
  everyday.forEach(([words, wanted]) => {
    it(`go ${wanted.join(' → ')} for ${words}`, () => expect(fingers(words)).toEqual([...wanted]));
  });

  it('are those of each grip alone where there is only one', () => {
    expect(fingers('x32010')).toEqual(['.32.1.']);
    expect(fingerProgression([], USUAL_HAND)).toEqual([]);
  });

  it('leave a gap where no hand holds the grip, and go on', () => {
    expect(fingers('022000 1-9-1-9-1-9 022000')[1]).toBe('none');
    expect(fingers('022000 1-9-1-9-1-9 022000').length).toBe(3);
  });

  it('never cost more in changes than grips fingered one by one', () => {
    const row = grips('320003 x32010 xx0232 320003 022000 x02210 xx0232');
    const total = (ways: readonly string[]) =>
      row.slice(1).reduce((sum, grip, index) => {
        const from = { grip: row[index] ?? [], fingers: parseFingers(ways[index] ?? '') };
        const to = { grip, fingers: parseFingers(ways[index + 1] ?? '') };
        return sum + changeBetween(from, to, { hand: USUAL_HAND }).seconds;
      }, 0);
    const alone = row.map((grip) => fingers(grip.map((fret) => fret ?? 'x').join(''))[0] ?? '');
    const together = fingerProgression(row, USUAL_HAND).map((way) =>
      formatFingers(way?.fingers ?? []),
    );
    expect(total(together)).toBeLessThanOrEqual(total(alone) + 1e-9);
  });
});

describe('a shape that moves', () => {
  const cases: readonly (readonly [string, string, ReturnType<typeof shapeMove>])[] = [
    ['133211', '355433', { frets: 2, strings: 0 }],
    ['x24432', 'x02210', null],
    ['022100', 'x02210', { frets: 0, strings: 1 }],
    ['xx0232', 'xx0232', null],
    ['5x565x', '4x454x', { frets: -1, strings: 0 }],
  ];
  cases.forEach(([from, to, move]) => {
    it(`from ${from} to ${to} is ${JSON.stringify(move)}`, () =>
      expect(shapeMove(parseGrip(from) ?? [], parseGrip(to) ?? [])).toEqual(move));
  });

  it('is said in one line', () => {
    const line = (from: string, to: string) =>
      changeBetween(
        { grip: parseGrip(from) ?? [] },
        { grip: parseGrip(to) ?? [] },
        { hand: USUAL_HAND },
      ).line;
    expect(line('355433', '133211')).toBe('The whole shape moves two frets down.');
    expect(line('022100', 'x02210')).toBe(
      'The whole shape moves one string over, towards the thin ones. Strum from string 5.',
    );
  });

  it('stays on the neck', () => {
    expect(withShapeMoved(parseGrip('133211') ?? [], { frets: -1, strings: 0 })).toBeUndefined();
    expect(withShapeMoved(parseGrip('022100') ?? [], { frets: 0, strings: 4 })).toBeUndefined();
  });
});
