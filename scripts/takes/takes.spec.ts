import { onsetsIn } from '../../packages/core/src/listening';
import { KINDS, labelledTake, SAMPLE_RATE, scoreOf } from './labelled';

/** Not one of those the weights were fitted to. */
const SEED = '200';
const LEAST_MEAN = 0.95;
/** The hardest of them, slow strums in noise and hum, has no more than fourteen strokes. */
const LEAST_EACH = 0.65;

describe('strokes heard in sampled guitars', () => {
  const scores: number[] = [];

  for (const kind of KINDS)
    it(`are those that were struck: ${kind}`, () => {
      const { samples, strokesS } = labelledTake(kind, SEED);
      const { f } = scoreOf(strokesS, onsetsIn(samples, SAMPLE_RATE));
      scores.push(f);
      expect(f).withContext(kind).toBeGreaterThan(LEAST_EACH);
      if (scores.length === KINDS.length)
        expect(scores.reduce((sum, one) => sum + one, 0) / scores.length).toBeGreaterThan(
          LEAST_MEAN,
        );
    });
});

describe('the score of a way of listening', () => {
  it('counts a stroke once, and only within 50 ms', () => {
    expect(scoreOf([1, 2, 3], [1.04, 2.06, 3, 3.02])).toEqual({
      ...{ found: 2, missed: 1, extra: 2 },
      f: 4 / 7,
    });
    expect(scoreOf([], []).f).toBe(1);
  });
});
