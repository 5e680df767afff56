import type { Day } from '../day';
import { workpieceOf } from '../steps';
import { makePlan, smallerPlans } from './index';
import { BARGE } from '../testing/barge';

describe('a smaller way to learn a song', () => {
  const wanted = (wantedOn: Day) =>
    smallerPlans(
      BARGE,
      {},
      { wantedOn, minutesByWeekday: [10, 10, 10, 10, 10, 10, 10], today: '2026-11-26' },
    );

  it('is looked for only where the plan is not in time', () => {
    expect(wanted('2027-11-26')).toEqual([]);
  });

  it('gets smaller until it is in time: simpler grips, barer layers, fewer parts', () => {
    const ways = wanted('2026-12-12');
    const minutes = ways.map((one) => one.time.minutes);
    expect([...minutes].sort((a, b) => b - a)).toEqual(minutes);
    expect(ways.slice(0, -1).every((one) => one.deadline.verdict === 'misses')).toBeTrue();
    expect(ways.at(-1)?.deadline.verdict).not.toBe('misses');
    expect(ways[0]?.words[0]).toMatch(/^simpler grips for .*F/);
    const last = ways.at(-1);
    const again = makePlan(BARGE, last && { teaching: last.teaching });
    expect(again.time).toEqual(last?.time as never);
  });

  it('never leaves out what the song is: its first verse, what is played most, what others come from', () => {
    const last = wanted('2026-11-28').at(-1);
    const { work } = makePlan(BARGE, last && { teaching: last.teaching });
    expect(work.parts.map(({ name }) => name)).toContain('Verse');
    expect(work.parts.map(({ name }) => name)).toContain('Chorus');
  });

  it('keeps at least half of the playing time, however close the day', () => {
    const last = wanted('2026-11-28').at(-1);
    const { work } = makePlan(BARGE, last && { teaching: last.teaching });
    expect(work.timeline.lasts).toBeGreaterThanOrEqual(workpieceOf(BARGE).timeline.lasts / 2);
    expect(last?.deadline.verdict).toBe('misses');
  });
});
