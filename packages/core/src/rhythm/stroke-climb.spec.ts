import { rateKept, strokeClimb, USUAL_CLIMB } from './index';

describe('a climb of strokes', () => {
  const stages = strokeClimb(USUAL_CLIMB);

  it('begins where any hand can follow, ends where none can, within a minute', () => {
    expect(stages[0]?.perSecond).toBe(2);
    expect(stages.at(-1)?.perSecond ?? 0).toBeGreaterThan(12);
    expect(stages.at(-1)?.untilS ?? 99).toBeLessThan(60);
  });

  it('has eight strokes at each rate, one rate after the other without a gap', () => {
    stages.forEach(({ fromS, untilS, perSecond }, index) => {
      expect((untilS - fromS) * perSecond).toBeCloseTo(8, 9);
      expect(fromS).toBe(stages[index - 1]?.untilS ?? 0);
    });
  });

  it('is nothing where it does not get quicker', () => {
    expect(strokeClimb({ ...USUAL_CLIMB, ratio: 1 })).toEqual([]);
  });

  const kept: readonly (readonly [number, number | null])[] = [
    [0, null],
    [4, null],
    [4.5, null],
    // The first stage lasts 4 s, the second 3.77 s.
    [4.7, 2],
    [8.3, 2],
    [8.5, 2.1],
    [1000, 12.1],
  ];
  for (const [pressedS, rate] of kept) {
    it(`that got away at ${pressedS} s shows ${rate ?? 'nothing'}`, () => {
      expect(rateKept(stages, pressedS)).toBe(rate);
    });
  }
});
