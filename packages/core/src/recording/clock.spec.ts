import seedrandom from 'seedrandom';
import { fitClock, type ClockMark } from './index';

const missing = (marks: readonly ClockMark[], bar = 4): readonly number[] =>
  fitClock(marks, bar)?.residuals.map((one) => one.missingBars) ?? [];

/** Marks of sections of so many bars of four at a tempo, some of them played longer or shorter. */
function marksOf(
  bars: readonly number[],
  { bpm = 120, off = {} }: { bpm?: number; off?: Readonly<Record<number, number>> } = {},
): readonly ClockMark[] {
  let atS = 5;
  return bars.map((count, index) => {
    const mark = { beats: count * 4, startsAtS: atS };
    atS += ((count + (off[index] ?? 0)) * 4 * 60) / bpm;
    return mark;
  });
}

describe('the bars against the recording’s clock', () => {
  it('give the tempo and the first beat where all agrees', () => {
    const fit = fitClock(marksOf([4, 8, 8, 4], { bpm: 92 }), 4);
    expect(fit?.bpm).toBeCloseTo(92, 6);
    expect(fit?.firstBeatS).toBeCloseTo(5, 6);
    expect(fit?.driftPercent).toBeCloseTo(0, 6);
    expect(fit?.residuals.every((one) => Math.abs(one.beats) < 1e-6)).toBeTrue();
  });

  it('tell missing and extra bars at the mark behind the section that has them', () => {
    expect(missing(marksOf([4, 8, 8, 4, 8], { off: { 1: 1 } }))).toEqual([0, 0, 1, 0, 0]);
    expect(missing(marksOf([4, 8, 8, 4, 8], { off: { 2: -2 } }))).toEqual([0, 0, 0, -2, 0]);
    const fit = fitClock(marksOf([8, 8, 8, 8, 8], { off: { 1: 1 } }), 4);
    expect(fit?.residuals.map((one) => Math.round(one.beats))).toEqual([0, 0, 4, 4, 4]);
  });

  it('take a steady drift for what it is, not for bars', () => {
    let atS = 0;
    const bars = [8, 8, 8, 8, 8, 8];
    const marks = bars.map((count, index) => {
      const mark = { beats: count * 4, startsAtS: atS };
      for (let beat = 0; beat < count * 4; beat++)
        atS += 60 / (120 + ((index * 32 + beat) * 6) / 192);
      return mark;
    });
    expect(missing(marks)).toEqual([0, 0, 0, 0, 0, 0]);
    // From 120 to 125 at the last mark.
    expect(fitClock(marks, 4)?.driftPercent).toBeCloseTo((100 * 5) / 122.5, 0);
  });

  it('are nothing for one mark, marks that do not rise, and sections without bars', () => {
    expect(fitClock([], 4)).toBeUndefined();
    expect(fitClock([{ beats: 4, startsAtS: 1 }], 4)).toBeUndefined();
    expect(
      fitClock(
        [
          { beats: 4, startsAtS: 2 },
          { beats: 4, startsAtS: 2 },
        ],
        4,
      ),
    ).toBeUndefined();
    expect(
      fitClock(
        [
          { beats: 0, startsAtS: 1 },
          { beats: 4, startsAtS: 2 },
        ],
        4,
      ),
    ).toBeUndefined();
    expect(fitClock(marksOf([4, 4]), 0)).toBeUndefined();
  });

  it('are never wrong by a bar for marks of a human hand, in 99 songs of 100', () => {
    const random = seedrandom('a thousand songs');
    const pick = <T>(from: readonly [T, ...T[]]): T =>
      from[Math.floor(random() * from.length)] ?? from[0];
    let right = 0;
    for (let song = 0; song < 1000; song++) {
      const beatsPerBar = pick([3, 4, 5, 6]);
      const bpm = beatsPerBar === 6 ? 150 + random() * 150 : 60 + random() * 110;
      const bars = Array.from({ length: 6 + Math.floor(random() * 12) }, () =>
        pick([4, 8, 8, 12, 16]),
      );
      const off = bars.map(() => (random() < 0.08 ? pick([1, -1, 2]) : 0));
      let atS = random() * 20;
      const marks = bars.map((count, index) => {
        const mark = { beats: count * beatsPerBar, startsAtS: 1 + atS + (random() * 2 - 1) * 0.15 };
        atS += ((count + (off[index] ?? 0)) * beatsPerBar * 60) / bpm;
        return mark;
      });
      const expected = [0, ...off.slice(0, -1)];
      if (missing(marks, beatsPerBar).join() === expected.join()) right += 1;
    }
    expect(right).toBeGreaterThanOrEqual(990);
  });
});
