import { latencyOf } from './index';

describe('how late a sound is heard', () => {
  const clicks = Array.from({ length: 16 }, (_, at) => at * 0.6);
  const taps = (late: number, uneven = 0.02) =>
    clicks.slice(2, 12).map((one, at) => one + late + (at % 2 === 0 ? uneven : -uneven));

  for (const late of [0, 0.05, 0.18, 0.35])
    it(`is ${late * 1000} ms where a hand taps so late, give or take`, () => {
      expect(latencyOf(taps(late), clicks)).toBeCloseTo(late, 1);
      expect(Math.abs((latencyOf(taps(late), clicks) ?? 9) - late)).toBeLessThan(0.025);
    });

  it('is not said from few taps, or from uneven ones', () => {
    expect(latencyOf(taps(0.1).slice(0, 5), clicks)).toBeUndefined();
    expect(latencyOf(taps(0.2, 0.15), clicks)).toBeUndefined();
    expect(latencyOf([], [])).toBeUndefined();
    expect(latencyOf(taps(0.1), [])).toBeUndefined();
  });
});
