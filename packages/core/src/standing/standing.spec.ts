import { readChart } from '../chart';
import type { Day } from '../day';
import type { PlanEvent } from '../events';
import { makePlan } from '../plan';
import { overviewOf, songProgress, standingOf } from './index';

const PLAN = makePlan(
  readChart('tempo: 92\nmap: Verse, Chorus x2\n[Verse]\n| G | D | Em | C |\n[Chorus]\n| C | G |')
    .song,
);
const TODAY = '2026-11-26';
const [FIRST] = PLAN.steps.filter(({ kind }) => kind === 'section');

function tried(day: Day, clean: boolean, count: number): readonly PlanEvent[] {
  const bpm = FIRST?.rungs[0] ?? 60;
  return Array.from({ length: count }, (_, at) => ({
    kind: 'try',
    id: `${day}-${bpm}-${at}`,
    stepId: FIRST?.id ?? '',
    bpm,
    clean,
    passes: 1,
    seconds: 300,
    source: 'self',
    revision: 1,
    day,
    at: `${day}T10:0${at}:00.000Z`,
  }));
}

describe('how a plan stands', () => {
  it('is nothing begun without a log', () => {
    const { climbs, stuck, lastDay, soreOn, visits, whole, checkAgain } = standingOf(PLAN, []);
    expect(climbs.map(({ step }) => step)).toEqual([...PLAN.steps]);
    expect([stuck.size, visits.length, lastDay, soreOn, checkAgain]).toEqual([
      0,
      0,
      null,
      null,
      null,
    ]);
    expect(whole.songBpm).toBeNull();
  });

  it('knows each step that does not come on, by its id', () => {
    const days: readonly Day[] = ['2026-11-20', '2026-11-22', '2026-11-24', '2026-11-25'];
    const log = days.flatMap((day) => tried(day, false, 3));
    const { stuck, lastDay } = standingOf(PLAN, log);
    expect([...stuck.keys()]).toEqual([FIRST?.id ?? '']);
    expect([stuck.get(FIRST?.id ?? '')?.days, lastDay]).toEqual([4, '2026-11-25']);
  });

  it('is told alike at a glance and in full, whatever happened in it', () => {
    const sore = {
      kind: 'sore',
      id: 's',
      revision: 1,
      day: TODAY,
      at: `${TODAY}T09:00:00.000Z`,
    };
    const logs = [
      [],
      tried('2026-11-24', true, 3),
      [...tried('2026-11-24', true, 4), ...tried('2026-11-25', false, 2)],
      [...tried('2026-11-20', true, 3), sore as PlanEvent],
    ];
    for (const log of logs) {
      const standing = standingOf(PLAN, log);
      const [glance, whole] = [overviewOf(standing), songProgress(standing, TODAY)];
      expect(glance.readiness).toEqual(whole.readiness);
      expect([glance.blocks, glance.left]).toEqual([whole.blocks, whole.left]);
      expect(glance.doneCount).toBe(whole.progress.filter(({ state }) => state === 'done').length);
      expect(glance.checkAgain).toEqual(whole.checkAgain);
    }
  });
});
