import type { Act, Backup, Erased, PlanSummary, Song, Upkeep } from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { createAttempts } from '../../platform/attempts';
import { transactionsOf } from '../../platform/database';
import { createRunningDays } from '../../platform/running-days';
import { createErasuresStore, createPersonDataStore, putAwayStudents, tidy } from './index';
import { PASSWORD, TestStudio, type Visitor } from '../../../testing/test-studio';

const SECRET_WISH = 'A wish nobody else had';

/** Looks after a studio as its server does: now, or on each of so many days. */
function upkeepOf(studio: TestStudio) {
  const { sequelize, stores } = studio;
  const clock = { now: () => studio.now, newId: () => '' };
  const inTransaction = transactionsOf(sequelize);
  const deps = {
    ...{ acts: stores.acts, sessions: stores.sessions, clock },
    ...{ erasures: createErasuresStore(sequelize), days: createRunningDays(sequelize) },
    attempts: createAttempts(sequelize, clock),
    erasables: [putAwayStudents(createPersonDataStore(sequelize, inTransaction))],
  };
  const run = () => tidy(deps);
  return {
    run,
    after: async (days: number): Promise<void> => {
      for (let day = 0; day < days; day += 1) {
        studio.now = new Date(studio.now.getTime() + 86_400_000);
        await run();
      }
    },
  };
}

describe('the studio’s books', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let odalys: Visitor;
  beforeEach(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    odalys = await studio.add(owner, {
      ...{ signInName: 'odalys', name: 'Odalys Unmistakable', isMinor: true },
      ...{ guardian: 'Guardian Unmistakable', guardianConsentOn: '2026-11-01' },
    });
    const song = await owner.send<Song>('POST', '/api/songs', { title: 'Pebble', playedBy: '' });
    const path = `/api/songs/${song.body.id}`;
    const document = readChart('[A]\n| G | D |').song;
    await owner.send('PUT', path, { baseRevision: 1, document });
    await owner.send('POST', `${path}/assign`, { revision: 2, studentIds: [odalys.person.id] });
    const [plan] = (await odalys.get<readonly PlanSummary[]>('/api/plans')).body;
    const note = {
      ...{ id: '6f1c1f0e-3f1c-4b52-9c43-0c0b5b1d2a77', kind: 'note', stepId: null },
      ...{ at: '2026-11-24T15:59:00.000Z', day: '2026-11-24', revision: 2, words: 'my hand' },
    };
    await odalys.send('POST', `/api/plans/${plan?.id ?? ''}/events`, { events: [note] });
    const wish = { title: SECRET_WISH, playedBy: '', why: '', wantedBy: null };
    await odalys.send('POST', '/api/requests', wish);
  });
  afterEach(() => studio.close());

  it('say who did what to whom, the newest first, and leave out what saves itself', async () => {
    const acts = (await owner.get<readonly Act[]>('/api/acts')).body;
    const told = acts.map(({ act, by, about }) => [act, by, about]);
    expect(told).toContain(['assign', 'Ilse', 'Pebble']);
    expect(told).toContain(['addPerson', 'Ilse', '']);
    expect(told).toContain(['signIn', 'Odalys Unmistakable', '']);
    expect(acts.some(({ act }) => act === 'saveSong')).toBeFalse();
    expect([...acts].sort((a, b) => b.at.localeCompare(a.at))).toEqual([...acts]);
  });

  it('do not erase who made the studio’s songs', async () => {
    const teacher = await studio.add(owner, { signInName: 'tove', role: 'teacher' });
    const answer = await owner.send('POST', `/api/people/${teacher.person.id}/erase`);
    expect(answer.status).toBe(409);
  });

  it('keep nothing of somebody erased but that there was an account', async () => {
    const before = await studio.everything();
    for (const trace of ['Odalys', 'Guardian Un', SECRET_WISH, 'my hand'])
      expect(before).withContext(trace).toContain(trace);
    const answer = await owner.send<Erased>('POST', `/api/people/${odalys.person.id}/erase`);
    expect(answer.body.removed).toEqual({
      ...{ events: 1, requests: 1, plans: 1, student_profiles: 0, sessions: 1 },
      ...{ mails: 0, lessons: 0, calendars: 0 },
    });
    expect(answer.body.kept.length).toBeGreaterThan(2);
    const after = await studio.everything();
    for (const trace of ['odalys', 'Odalys', 'Guardian Un', SECRET_WISH, 'my hand'])
      expect(after).withContext(trace).not.toContain(trace);
    expect(after).toContain('2026-11-01');
    expect((await odalys.get('/api/plans')).status).toBe(401);
    const body = { signInName: 'odalys', password: PASSWORD };
    expect((await studio.request('POST', '/api/sign-in', { body })).status).toBe(401);
  });

  it('tell of no backups where there are none', async () => {
    expect((await owner.get<readonly Backup[]>('/api/backups')).body).toEqual([]);
  });

  it('leave an owner who can sign in, whoever is put away or given another role', async () => {
    const [me] = [owner.person.id];
    for (const [path, body] of [
      [`/api/people/${me}/put-away`, undefined],
      [`/api/people/${me}/role`, { role: 'teacher' }],
    ] as const)
      expect((await owner.send('POST', path, body)).status).toBe(409);
    const second = await studio.add(owner, { signInName: 'second', role: 'owner' });
    await owner.send('POST', `/api/people/${second.person.id}/put-away`);
    expect((await second.get('/api/plans')).status).toBe(401);
    const body = { signInName: 'second', password: PASSWORD };
    expect((await studio.request('POST', '/api/sign-in', { body })).status).toBe(403);
    await owner.send('POST', `/api/people/${second.person.id}/take-back`);
    expect((await studio.request('POST', '/api/sign-in', { body })).status).toBe(200);
  });

  it('forget what the studio no longer keeps, and no more', async () => {
    const { sequelize, stores } = studio;
    const gone = await studio.add(owner, { signInName: 'long-gone', name: 'Long Gone' });
    const away = await studio.add(owner, { signInName: 'just-gone', name: 'Just Gone' });
    for (const { person } of [gone, away])
      await owner.send('POST', `/api/people/${person.id}/put-away`);
    const longAgo = new Date(studio.now.getTime() - 400 * 86_400_000);
    const ago = { replacements: [longAgo, gone.person.id] };
    await sequelize.query('UPDATE people SET deactivated_at = ? WHERE id = ?', ago);
    await stores.acts.add({ act: 'assign', personId: null, aboutId: null }, longAgo);
    const { run, after } = upkeepOf(studio);
    await after(1);
    const count = async (): Promise<number> => (await stores.acts.newest()).length;
    const before = await count();
    await run();
    expect(await count()).toBe(before);
    expect((await stores.people.find(gone.person.id))?.name).toBe('Long Gone');
    const settings = {
      timeZone: 'UTC',
      idleMinutes: 60,
      keepLogDays: 365,
      keepPutAwayDays: 365,
      breaks: [],
    };
    await owner.send('POST', '/api/me/confirm', { password: PASSWORD });
    expect((await owner.send('PUT', '/api/settings', settings)).status).toBe(200);
    const name = async ({ person }: Visitor) => (await stores.people.find(person.id))?.name;
    const upkeep = async () => {
      const who = await studio.signIn('ilse');
      return (await who.get<Upkeep>('/api/upkeep')).body;
    };
    // Put away 400 days ago; but the studio has not run for a year since.
    await after(20);
    expect([await name(gone), (await upkeep()).erasures]).toEqual(['Long Gone', []]);
    await sequelize.query('UPDATE people SET deactivated_at = ? WHERE id = ?', ago);
    await sequelize.query(
      'INSERT IGNORE INTO running_days SELECT DATE_SUB(?, INTERVAL seq DAY) FROM seq_1_to_370',
      { replacements: [studio.now] },
    );
    await run();
    // It is announced a week of running days before, and taken back by whoever needs it.
    expect((await upkeep()).erasures).toEqual([{ kind: 'student', name: 'Long Gone', inDays: 7 }]);
    await after(6);
    expect([await name(gone), (await upkeep()).erasures[0]?.inDays]).toEqual(['Long Gone', 1]);
    await after(1);
    expect([await name(gone), await name(away)]).toEqual(['Somebody erased', 'Just Gone']);
    expect((await upkeep()).erasures).toEqual([]);
  });

  it('erase nothing where the clock jumps, and tell the owner', async () => {
    const { sequelize, stores } = studio;
    const { run, after } = upkeepOf(studio);
    const gone = await studio.add(owner, { signInName: 'gone', name: 'Gone' });
    await owner.send('POST', `/api/people/${gone.person.id}/put-away`);
    await sequelize.query('UPDATE studio SET keep_put_away_days = 5');
    await after(1);
    const right = studio.now;
    const everything = async () => (await studio.everything()).length;
    const before = await everything();
    for (const days of [31, 400, -430, 400]) {
      studio.now = new Date(studio.now.getTime() + days * 86_400_000);
      await run();
      await run();
      expect((await stores.people.find(gone.person.id))?.name).toBe('Gone');
    }
    expect(await everything()).toBe(before);
    const { body } = await (await studio.signIn('ilse')).get<Upkeep>('/api/upkeep');
    expect(body.clockJump?.days).toBe(400);
    const acts = (await (await studio.signIn('ilse')).get<readonly Act[]>('/api/acts')).body;
    expect(acts.filter(({ act }) => act === 'clockJumped')).toHaveSize(4);
    // With the clock put right, days count from where they were.
    studio.now = right;
    await run();
    await after(3);
    expect((await stores.people.find(gone.person.id))?.name).toBe('Gone');
    await after(9);
    expect((await stores.people.find(gone.person.id))?.name).toBe('Somebody erased');
  });
});
