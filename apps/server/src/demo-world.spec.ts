import { DEMO_PEOPLE, DEMO_SONGS } from '@harvu/demo';
import type { Overview, PlanSummary, StudioDoor } from '@harvu/contract';
import { randomUUID } from 'node:crypto';
import { OFFERED, TestStudio } from '../testing/test-studio';
import { seedDemoWorld } from './demo-world';

describe('the demo world', () => {
  let studio: TestStudio;
  const seed = () =>
    seedDemoWorld({
      sequelize: studio.sequelize,
      stores: studio.stores,
      clock: { now: () => studio.now, newId: () => randomUUID() },
      timeZone: 'UTC',
      passwords: {
        toHash: (password) => Promise.resolve(`quick:${password}`),
        isRight: () => Promise.resolve(true),
        isOwn: () => true,
      },
    });
  beforeAll(async () => {
    studio = await TestStudio.open();
    await seed();
  });
  afterAll(() => studio.close());

  it('has its songs, its people and what they have practised', async () => {
    const owner = await studio.signIn('ilse');
    const plans = await owner.get<readonly PlanSummary[]>('/api/plans');
    const learning = DEMO_PEOPLE.reduce((sum, person) => sum + person.learns.length, 0);
    expect(plans.body.length).toBe(learning);
    const songs = await owner.get<readonly unknown[]>('/api/songs');
    expect(songs.body.length).toBe(DEMO_SONGS.length);
  });

  it('has four lessons today, two who teach, and somebody for each thing to look at', async () => {
    const owner = await studio.signIn('ilse');
    const { body } = await owner.get<Overview>('/api/overview');
    expect(body.lessons.filter(({ day }) => day === body.today)).toHaveSize(4);
    expect([body.students.length, body.teachers.length]).toEqual([9, 2]);
    const told = (is: (song: Overview['songs'][number]) => boolean) => body.songs.filter(is).length;
    expect(told(({ overview }) => overview.open.some(({ stuck }) => stuck !== null))).toBe(1);
    expect(told(({ overview }) => overview.soreOn !== null)).toBe(1);
    expect(told(({ overview }) => overview.said.some(({ kind }) => kind === 'asks'))).toBe(1);
    expect(told(({ overview }) => overview.readiness.gates.isReady)).toBeGreaterThan(0);
    const held = body.lessons.filter(({ state }) => state === 'held');
    expect(held.every(({ notes, day }) => notes !== null || day < body.today)).toBeTrue();
    expect(body.lessons.some(({ state }) => state === 'missed')).toBeTrue();
  });

  it('is written once: a second seeding changes nothing', async () => {
    const before = await studio.everything();
    await seed();
    expect(await studio.everything()).toBe(before);
  });

  it('is a demo, so its accounts are offered at the door', async () => {
    const door = await studio.request<StudioDoor>('GET', '/api/studio');
    expect([door.body.needsSetUp, door.body.demoAccounts]).toEqual([false, OFFERED]);
  });

  it('leaves a studio that somebody set up alone', async () => {
    const { studio: real } = await TestStudio.withOwner();
    const before = await real.everything();
    await seedDemoWorld({
      sequelize: real.sequelize,
      stores: real.stores,
      clock: { now: () => real.now, newId: () => randomUUID() },
      timeZone: 'UTC',
      passwords: {
        toHash: () => Promise.resolve(''),
        isRight: () => Promise.resolve(false),
        isOwn: () => true,
      },
    });
    expect(await real.everything()).toBe(before);
    await real.close();
  });
});
