import fc from 'fast-check';
import { ladder, tempoLimit } from './index';
import { neededRate } from './tempo-limit';
import { drillRate } from './tempo-limit';

const rungs = (startBpm: number, goalBpm: number): readonly number[] => {
  const made = ladder({ startBpm, goalBpm, ratio: 1.08 });
  return made.ok ? made.rungs : [];
};

describe('a ladder', () => {
  const ladders: readonly (readonly number[])[] = [
    [58, 63, 68, 73, 79, 85, 92],
    [50, 54, 58, 62, 67, 72, 77, 83, 90, 96, 104, 112, 120],
    [90, 92],
  ];
  ladders.forEach((expected) => {
    it(`from ${expected[0]} to ${expected.at(-1)} has the rungs ${expected.join(' ')}`, () => {
      expect(rungs(expected[0] ?? 0, expected.at(-1) ?? 0)).toEqual(expected);
    });
  });

  it('that starts at or over its goal is the goal alone', () => {
    expect(rungs(92, 92)).toEqual([92]);
    expect(rungs(120, 92)).toEqual([92]);
  });

  it('rises strictly, ends at the goal and climbs at most its ratio and rounding', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20, max: 300 }),
        fc.integer({ min: 20, max: 300 }),
        (start, goal) => {
          const made = rungs(start, goal);
          expect(made.at(-1)).toBe(goal);
          made.slice(1).forEach((rung, i) => {
            const below = made[i] ?? 0;
            expect(rung).toBeGreaterThan(below);
            expect(rung).toBeLessThanOrEqual(below * 1.08 + 1.1);
          });
        },
      ),
    );
  });

  const impossible = [
    { startBpm: 0, goalBpm: 92, ratio: 1.08 },
    { startBpm: 60, goalBpm: NaN, ratio: 1.08 },
    { startBpm: 60, goalBpm: 1001, ratio: 1.08 },
    { startBpm: 60, goalBpm: 90, ratio: 1 },
    { startBpm: 60, goalBpm: 90, ratio: Infinity },
  ];
  impossible.forEach((request) => {
    it(`is refused for ${JSON.stringify(request)}`, () => expect(ladder(request).ok).toBeFalse());
  });
});

describe('a tempo limit', () => {
  it('is 57.7 bpm for half a beat and 0.52 s, 461.5 for four beats', () => {
    const change = (windowBeats: number) =>
      tempoLimit({ bpmGoal: 92, changes: [{ seconds: 0.52, windowBeats }] });
    expect(change(0.5).limitBpm).toBeCloseTo(57.7, 1);
    expect(change(0.5).startBpm).toBe(51 as never);
    expect(change(4).limitBpm).toBeCloseTo(461.5, 1);
    expect(change(4).startBpm).toBe(92 as never);
  });

  it('is set by the slowest change or by the picking hand', () => {
    const changes = [
      { seconds: 0.3, windowBeats: 1 },
      { seconds: 0.5, windowBeats: 0.5 },
    ];
    expect(tempoLimit({ bpmGoal: 100, changes }).because).toEqual({
      kind: 'change',
      index: 1,
      change: { seconds: 0.5, windowBeats: 0.5 },
    });
    const hand = tempoLimit({ bpmGoal: 100, changes, strokesPerBeat: 4, strokesPerSecond: 3 });
    expect(hand.limitBpm).toBeCloseTo(45, 9);
    expect(hand.because.kind).toBe('strokes');
  });

  it('starts at no less than half the goal and then asks for a barer layer', () => {
    const slow = tempoLimit({ bpmGoal: 95, changes: [{ seconds: 2, windowBeats: 0.5 }] });
    expect(slow).toEqual(jasmine.objectContaining({ startBpm: 48, needsBarerLayer: true }));
  });

  it('is none when nothing limits', () => {
    expect(tempoLimit({ bpmGoal: 92, changes: [] })).toEqual(
      jasmine.objectContaining({ limitBpm: null, startBpm: 92 }),
    );
  });

  it('rounds 0.9 of a limit of 60 down to 54, not 53', () => {
    expect(
      tempoLimit({ bpmGoal: 92, changes: [{ seconds: 0.5, windowBeats: 0.5 }] }).startBpm,
    ).toBe(54 as never);
  });
});

describe('the rate of a change drill', () => {
  it('is 60 a minute for one beat at 92, and 89 for half a beat', () => {
    expect(neededRate({ goalBpm: 92, windowBeats: 1 })).toBe(60);
    expect(neededRate({ goalBpm: 92, windowBeats: 0.5 })).toBe(89);
  });

  it('serves the window it was made for', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 200 }),
        fc.constantFrom(0.5, 1, 2, 4),
        (goalBpm, windowBeats) => {
          const rate = neededRate({ goalBpm, windowBeats });
          expect(60 / rate - 0.35).toBeLessThanOrEqual((60 * windowBeats) / goalBpm + 1e-9);
        },
      ),
    );
    expect(drillRate(0.65)).toBeCloseTo(60, 9);
  });
});
