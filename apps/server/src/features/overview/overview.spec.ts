import type { Overview, Plan, PlanSummary, Song } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { randomUUID } from 'node:crypto';
import { PASSWORD, TestStudio, type Visitor } from '../../../testing/test-studio';
import { createApp } from '../../app';

describe('all songs at a glance', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let bram: Visitor;
  let planId: string;
  // Anew for each fact: what was played in one is no news in another.
  beforeEach(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    bram = await studio.add(owner, { signInName: 'bram' });
    const started = { title: 'A song', playedBy: '' };
    const { id } = (await owner.send<Song>('POST', '/api/songs', started)).body;
    const document = readChart('tempo: 92\n[A]\n| G | D |\n[B]\n| Em | D |').song;
    await owner.send('PUT', `/api/songs/${id}`, { baseRevision: 1, document });
    await owner.send('POST', `/api/songs/${id}/assign`, {
      revision: 2,
      studentIds: [bram.person.id],
    });
    planId = (await bram.get<readonly PlanSummary[]>('/api/plans')).body[0]?.id ?? '';
  });
  afterEach(() => studio.close());

  const glance = async (who: Visitor) => (await who.get<Overview>('/api/overview')).body;
  const play = (stepId: string, count: number, day = '2026-11-24') =>
    bram.send('POST', `/api/plans/${planId}/events`, {
      events: Array.from({ length: count }, (_, index) => ({
        ...{ id: randomUUID(), kind: 'try', stepId, bpm: 92, clean: true, passes: 1, seconds: 30 },
        ...{ at: `${day}T10:00:0${index}.000Z`, day, revision: 2 },
      })),
    });

  it('come in one answer, and are worked out anew once something was played', async () => {
    const { today, songs } = await glance(bram);
    expect(today).toBe('2026-11-24');
    const [song] = songs;
    expect(song?.overview.blocks.map((one) => [one.letter, one.cleanBpm])).toEqual([
      ['A', null],
      ['B', null],
    ]);
    expect(song?.title).toBe('A song');
    expect(song?.overview).toEqual(jasmine.objectContaining({ doneCount: 0, lastDay: null }));
    expect(song?.overview.open[0]?.title).toBe('Tune, no capo');

    const { document } = (await bram.get<Plan>(`/api/plans/${planId}`)).body;
    await play(`section:${document.sections[0]?.id ?? ''}:full`, 3);
    await play('ready', 1, '2026-11-23');
    for (const who of [bram, owner]) {
      const [now] = (await glance(who)).songs;
      expect(now?.overview.doneCount).toBeGreaterThan(0);
      expect(now?.overview.lastDay).toBe('2026-11-24');
      expect(now?.overview.minutesByDay).toEqual({ '2026-11-24': 1.5, '2026-11-23': 0.5 } as never);
    }
  });

  it('have the minutes of the last days, and of as many as are asked for, each their own', async () => {
    await play('ready', 1, '2026-06-01');
    await play('ready', 1);
    const daysOf = async (who: Visitor, path: string) => {
      const { body } = await who.get<Overview>(path);
      return body.songs.map((one) => Object.keys(one.overview.minutesByDay).sort());
    };
    expect(await daysOf(bram, '/api/overview')).toEqual([['2026-11-24']]);
    for (const who of [bram, owner])
      expect(await daysOf(who, '/api/overview/days/200')).toEqual([['2026-06-01', '2026-11-24']]);
    expect(await daysOf(bram, '/api/overview/days/0')).toEqual([['2026-11-24']]);
    expect((await bram.get('/api/overview/days/many')).status).toBe(404);
    const other = await studio.add(owner, { signInName: 'odalys' });
    expect(await daysOf(other, '/api/overview/days/200')).toEqual([]);
  });

  it('count days in the studio’s time zone', async () => {
    const before = studio.now;
    studio.now = new Date('2026-11-25T03:30:00.000Z');
    const settings = {
      timeZone: 'America/New_York',
      idleMinutes: 10_080,
      keepLogDays: 365,
      keepPutAwayDays: 0,
      breaks: [],
    };
    await owner.send('POST', '/api/me/confirm', { password: PASSWORD });
    expect((await owner.send('PUT', '/api/settings', settings)).status).toBe(200);
    expect((await glance(bram)).today).toBe('2026-11-24');
    const refused = await owner.send('PUT', '/api/settings', {
      ...{ ...settings, timeZone: 'Mars/Olympus' },
    });
    expect([refused.status, refused.body.field]).toEqual([400, 'timeZone']);
    await owner.send('PUT', '/api/settings', { ...settings, timeZone: 'UTC' });
    studio.now = before;
  });

  it('take five statements, however many students there are; four more where something is new', async () => {
    await studio.add(owner, { signInName: `one-more-${randomUUID().slice(0, 8)}` });
    const count = async (who: Visitor): Promise<number> => {
      let statements = 0;
      studio.sequelize.addHook('beforeQuery', 'count', () => {
        statements += 1;
      });
      await glance(who);
      studio.sequelize.removeHook('beforeQuery', 'count');
      return statements;
    };
    await glance(owner);
    await glance(bram);
    expect([await count(owner), await count(bram)]).toEqual([5, 5]);
    await play('ready', 1);
    // What is kept, how it is taught, what was played, and the new one kept.
    expect(await count(owner)).toBe(9);
  });

  it('are kept: another server works out only what is new to it, or was worked out by another Harvu', async () => {
    await glance(owner);
    const works = studio.deps.work;
    const workedOut = async (build: string): Promise<number> => {
      let count = 0;
      const lookOver: typeof works.lookOver = (plan) => {
        count += 1;
        return works.lookOver(plan);
      };
      studio.app = createApp({ ...studio.deps, build, work: { ...works, lookOver } });
      const [song] = (await glance(owner)).songs;
      expect(song?.title).toBe('A song');
      return count;
    };
    expect(await workedOut('')).toBe(0);
    expect(await workedOut('newer')).toBe(1);
    expect(await workedOut('newer')).toBe(0);
    await studio.sequelize.query('DELETE FROM plan_overviews');
    expect(await workedOut('newer')).toBe(1);
  });
});
