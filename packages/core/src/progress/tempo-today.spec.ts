import { readChart } from '../chart';
import { dayAfter, type Day } from '../day';
import type { Try } from '../events';
import { makePlan } from '../plan';
import { bpm } from '../units';
import { memoryOf, readinessOf, retainedTempo, tempoToday, type KeptPart } from './index';
import { retrievabilityAfter } from './tempo-today';

const PLAYED: Day = '2026-11-01';
const kept = (songBpm: number, stabilityDays: number, lastOn = PLAYED): KeptPart => ({
  ...{ songBpm: bpm(songBpm), stabilityDays, lastOn },
});

describe('the tempo that is left', () => {
  const cases: readonly (readonly [number, number, number, number])[] = [
    [92, 0.74, 87, 90],
    [92, 1, 92, 92],
    [92, 0, 74, 83],
    [60, 0.9, 59, 59],
  ];
  for (const [was, share, from, to] of cases) {
    it(`of ${was} is ${from} to ${to} at ${share}`, () => {
      expect(retainedTempo(bpm(was), share)).toEqual({
        was: bpm(was),
        from: bpm(from),
        to: bpm(to),
      });
    });
  }
});

describe('the tempo of a whole song today', () => {
  it('is told while no visit is due by what was held alone', () => {
    expect(tempoToday([kept(92, 10)], dayAfter(PLAYED, 5))).toBeNull();
    expect(tempoToday([], PLAYED)).toBeNull();
  });

  it('comes down with the part that is left least of', () => {
    const today = dayAfter(PLAYED, 60);
    const left = tempoToday([kept(96, 400), kept(94, 4), kept(92, 400)], today);
    expect(left?.was).toBe(bpm(92));
    expect(left?.from).toBe(retainedTempo(bpm(94), retrievabilityAfter(60, 4)).from);
    expect(left?.isFaded).toBeTrue();
  });

  it('never rises while nobody plays, and asks for a showing only once it is due', () => {
    let before = 999;
    for (let days = 0; days < 400; days += 7) {
      const left = tempoToday([kept(92, 6)], dayAfter(PLAYED, days));
      expect(left?.from ?? 92).toBeLessThanOrEqual(before);
      before = left?.from ?? 92;
      if (retrievabilityAfter(days, 6) > 0.7) expect(left?.isFaded ?? false).toBeFalse();
    }
  });

  it('fades as the scheduler says', () => {
    const { steps } = makePlan(readChart('tempo: 92\n[Verse]\n| G | D |').song);
    const step = steps.find(({ id }) => /^section:.*:full$/.test(id));
    if (!step) throw new Error('no section in full');
    const tries = [1, 2, 3].map((at): Try => ({
      ...{ id: `e${at}`, at: `${PLAYED}T10:00:0${at}Z`, day: PLAYED, source: 'self' },
      ...{ stepId: step.id, passes: 1, seconds: 30, clean: true, bpm: 92 },
    }));
    for (const days of [0, 1, 3, 9, 40, 200]) {
      const memory = memoryOf(step, tries, dayAfter(PLAYED, days));
      expect(retrievabilityAfter(days, memory?.stabilityDays ?? 0)).toBeCloseTo(
        memory?.retrievability ?? 0,
        4,
      );
    }
  });

  it('remembers a part by whole runs where they came later', () => {
    const { steps, work } = makePlan(readChart('tempo: 92\n[Verse]\n| G | D |').song);
    const run = (day: Day): Try => ({
      ...{ id: day, at: `${day}T10:00:00Z`, day, source: 'self', stepId: 'whole:full' },
      ...{ passes: 1, seconds: 30, clean: true, bpm: 92 },
    });
    const { kept: remembered, songBpm } = readinessOf(work, {
      ...{ steps, tries: ['2026-11-02', '2026-11-20'].map((day) => run(day as Day)) },
    });
    expect(songBpm).toBe(bpm(92));
    expect(remembered.map(({ lastOn }) => lastOn)).toEqual(remembered.map(() => '2026-11-20'));
    expect(remembered.length).toBeGreaterThan(0);
  });
});
