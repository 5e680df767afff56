import { readChart } from '../chart';
import type { Day } from '../day';
import { workpieceOf } from '../steps';
import { makePlan, smallerPlans } from './index';
import { BARGE } from '../testing/barge';

/** A solo over the chords of the bridge, and a chorus of its own that is dear and short. */
const SOLO = readChart(
  'tempo: 120\nmeter: 4/4\npattern d 4/4: D D D D\nmap: Verse, Bridge, Verse, Solo, Verse, Tag\n[Verse] pattern d\n| G | C | D | G |\n| G | C | D | G |\n[Bridge] pattern d\n| F#m | Bbm | F | Bm |\n[Solo = Bridge]\n[Tag] pattern d\n| Eb Ab Cm F#m | Bb |',
).song;

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

  it('leaves out a section, and never another that has its chords', () => {
    const practice = { minutesByWeekday: [5, 5, 5, 5, 5, 5, 5], today: '2026-11-26' } as const;
    const last = smallerPlans(SOLO, {}, { ...practice, wantedOn: '2026-11-27' }).at(-1);
    const left = (last?.teaching.changes ?? []).flatMap((one) =>
      one.kind === 'leave-out' ? [one.section] : [],
    );
    const tag = SOLO.sections.find(({ name }) => name === 'Tag');
    expect(left).toEqual([tag?.id]);
    const { work } = makePlan(SOLO, last && { teaching: last.teaching });
    const names = work.timeline.occurrences.map(({ name }) => name);
    expect(names).toEqual(['Verse', 'Bridge', 'Verse', 'Solo', 'Verse']);
  });

  it('keeps at least half of the playing time, however close the day', () => {
    const last = wanted('2026-11-28').at(-1);
    const { work } = makePlan(BARGE, last && { teaching: last.teaching });
    expect(work.timeline.lasts).toBeGreaterThanOrEqual(workpieceOf(BARGE).timeline.lasts / 2);
    expect(last?.deadline.verdict).toBe('misses');
  });
});
