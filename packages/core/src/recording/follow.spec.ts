import fc from 'fast-check';
import { barsInRecording, startsInFile } from './index';

const FOUR = { barsS: [0, 2, 4, 6], lastsS: 8 };

describe('bars in a recording', () => {
  const cases: readonly (readonly [
    string,
    readonly (readonly [number, number])[],
    readonly number[],
  ])[] = [
    ['are not known without a start', [], []],
    ['go as written from a single start', [[1, 10]], [8, 10, 12, 14, 16]],
    [
      'go evenly between two starts',
      [
        [0, 10],
        [3, 19],
      ],
      [10, 13, 16, 19, 22],
    ],
    [
      'keep each stretch to its own tempo',
      [
        [0, 0],
        [1, 2],
        [3, 10],
      ],
      [0, 2, 6, 10, 10 + 20 / 6],
    ],
    [
      'leave out a start that goes back',
      [
        [0, 10],
        [1, 9],
        [2, 14],
      ],
      [10, 12, 14, 16, 18],
    ],
    [
      'leave out a start of a bar that is not there',
      [
        [0, 1],
        [9, 2],
      ],
      [1, 3, 5, 7, 9],
    ],
  ];
  for (const [says, starts, expected] of cases) {
    it(says, () => {
      const found = barsInRecording(
        FOUR,
        starts.map(([bar, atS]) => ({ bar, atS })),
      );
      expect(found.length).toBe(expected.length);
      found.forEach((one, index) => expect(one).toBeCloseTo(expected[index] ?? NaN, 9));
    });
  }

  it('rise, and pass through every start that rises', () => {
    const lengths = fc.array(fc.integer({ min: 1, max: 40 }), { minLength: 1, maxLength: 30 });
    const marks = fc.array(fc.tuple(fc.nat(29), fc.integer({ min: 1, max: 60 })), { maxLength: 8 });
    fc.assert(
      fc.property(lengths, marks, (bars, gaps) => {
        let at = 0;
        const barsS = bars.map((lasts) => (at += lasts) - lasts);
        let atS = 0;
        const starts = [...new Map(gaps).entries()]
          .sort(([a], [b]) => a - b)
          .map(([bar, gap]) => ({ bar, atS: (atS += gap) }));
        const found = barsInRecording({ barsS, lastsS: at }, starts);
        const inside = starts.filter(({ bar }) => bar < barsS.length);
        expect(found.length).toBe(inside.length > 0 ? barsS.length + 1 : 0);
        found.forEach((one, index) => {
          if (index > 0) expect(one).toBeGreaterThan(found[index - 1] ?? NaN);
        });
        for (const one of inside) expect(found[one.bar]).toBeCloseTo(one.atS, 6);
      }),
    );
  });
});

describe('the starts in somebody’s own file', () => {
  const at = (...pairs: readonly (readonly [number, number])[]) =>
    pairs.map(([bar, atS]) => ({ bar, atS }));
  const song = at([0, 5], [8, 20], [16, 36]);

  it('are the song’s where nothing was tapped, and the taps where the song has none', () => {
    expect(startsInFile(song, [])).toEqual(song);
    expect(startsInFile([], at([4, 3]))).toEqual(at([4, 3]));
  });

  it('move with the one that was tapped', () => {
    expect(startsInFile(song, at([0, 2]))).toEqual(at([0, 2], [8, 17], [16, 33]));
  });

  it('are the taps where both are known, and the rest moves by the middle of what differs', () => {
    expect(startsInFile(song, at([0, 6], [8, 21.2]))).toEqual(at([0, 6], [8, 21.2], [16, 37.1]));
  });

  it('are without those of the song that cannot stand beside a tap', () => {
    expect(startsInFile(song, at([12, 50]))).toEqual(at([0, 5], [8, 20], [12, 50]));
  });
});
