import fc from 'fast-check';
import {
  bpmWithin,
  changeKey,
  changeTime,
  isLate,
  mostLacking,
  pairKey,
  secondsAt,
  slowest,
} from '.';

const change = (name: string, seconds: number, windowBeats: number) => {
  const [from = '', to = ''] = name.split(' ');
  return changeTime({ from, to, seconds, windowBeats }, 90);
};

describe('a change', () => {
  it('has a key for its way, and one for its pair', () => {
    const [there, back] = [
      { from: 'G', to: 'D' },
      { from: 'D', to: 'G' },
    ];
    expect([changeKey(there), changeKey(back)]).toEqual(['G D', 'D G']);
    expect(pairKey(there)).toBe(pairKey(back));
  });

  it('that takes longer is not the slowest where it has more time', () => {
    const [long, short] = [change('F Bm', 1.1, 2), change('C G', 0.5, 0.5)];
    expect(slowest([long, short])).toBe(short);
    expect([isLate(long), isLate(short)]).toEqual([false, true]);
  });

  it('lacks a share of what it takes', () => {
    expect(change('G D', 1, 0.75).lacks).toBeCloseTo(0.5, 9);
    expect(change('G D', 0.5, 0.75).lacks).toBeCloseTo(0, 9);
    expect(change('G D', 0, 0.75).lacks).toBe(0);
  });

  it('fits at the tempo that is said, and at none faster', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 4, noNaN: true }),
        fc.double({ min: 0.1, max: 3, noNaN: true }),
        (beats, seconds) => {
          const bpm = bpmWithin(beats, seconds);
          expect(secondsAt(beats, bpm)).toBeCloseTo(seconds, 9);
          expect(secondsAt(beats, bpm * 1.01)).toBeLessThan(seconds);
        },
      ),
    );
  });

  it('that limits a tempo most is the slowest, at every tempo', () => {
    const anyChange = fc.record({
      seconds: fc.double({ min: 0.2, max: 2, noNaN: true }),
      windowBeats: fc.constantFrom(0.25, 0.5, 1, 2, 4),
    });
    fc.assert(
      fc.property(
        fc.array(anyChange, { minLength: 1, maxLength: 9 }),
        fc.integer({ min: 40, max: 200 }),
        (changes, bpm) => {
          const timed = changes.map((one) => ({
            ...changeTime({ from: 'a', to: 'b', ...one }, bpm),
            limit: bpmWithin(one.windowBeats, one.seconds),
          }));
          const least = Math.min(...timed.map(({ limit }) => limit));
          expect(slowest(timed)?.limit).toBeCloseTo(least, 9);
          const lacks = mostLacking(timed).map((one) => one.lacks);
          expect(lacks).toEqual([...lacks].sort((a, b) => b - a));
        },
      ),
    );
  });
});
