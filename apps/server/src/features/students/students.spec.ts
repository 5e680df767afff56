import {
  NEW_PROFILE,
  type KnownStudent,
  type Plan,
  type PlanSummary,
  type Song,
  type StudentProfile,
} from '@harvu/contract';
import { readChart } from '@harvu/core/chart';
import { randomUUID } from 'node:crypto';
import { TestStudio, type Visitor } from '../../../testing/test-studio';

describe('what is known of a student', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let bram: Visitor;
  let wiebke: Visitor;
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    bram = await studio.add(owner, { signInName: 'bram' });
    wiebke = await studio.add(owner, { signInName: 'wiebke' });
  });
  afterAll(() => studio.close());

  const read = async (who: Visitor, of: Visitor) =>
    who.get<KnownStudent>(`/api/students/${of.person.id}`);
  const save = (profile: Partial<StudentProfile>, baseVersion: number, of = bram) =>
    owner.send<KnownStudent & { field?: string }>('PUT', `/api/students/${of.person.id}`, {
      baseVersion,
      profile: { ...NEW_PROFILE, ...profile },
    });
  /** A song given to Bram, and what he did with it. */
  async function practised(chart: string, tries: readonly object[]): Promise<Plan> {
    const { id } = (
      await owner.send<Song>('POST', '/api/songs', { title: randomUUID(), playedBy: '' })
    ).body;
    await owner.send('PUT', `/api/songs/${id}`, {
      baseRevision: 1,
      document: readChart(chart).song,
    });
    await owner.send('POST', `/api/songs/${id}/assign`, {
      revision: 2,
      studentIds: [bram.person.id],
    });
    const plans = (await bram.get<readonly PlanSummary[]>('/api/plans')).body;
    const plan = plans.find((one) => one.songId === id);
    const events = tries.map((one, index) => ({
      ...{ id: randomUUID(), kind: 'try', day: '2026-11-24', revision: 2 },
      at: new Date(studio.now.getTime() - 60_000 + index * 1000).toISOString(),
      ...{ bpm: null, clean: true, passes: 1, seconds: 9, ...one },
    }));
    if (events.length === 0) return (await bram.get<Plan>(`/api/plans/${plan?.id ?? ''}`)).body;
    const answer = await bram.send('POST', `/api/plans/${plan?.id ?? ''}/events`, { events });
    expect(answer.status).withContext(JSON.stringify(answer.body)).toBe(200);
    return (await bram.get<Plan>(`/api/plans/${plan?.id ?? ''}`)).body;
  }

  it('is as good as nothing until somebody says more, and kept as it was said', async () => {
    expect((await read(owner, wiebke)).body).toEqual(
      jasmine.objectContaining({ version: 0, profile: NEW_PROFILE, name: 'wiebke' }),
    );
    const answer = await save({ stretchMm: 84, bodyNote: 'sore wrist' }, 0, wiebke);
    expect([answer.status, answer.body.version, answer.body.profile.stretchMm]).toEqual([
      200, 1, 84,
    ]);
    expect((await read(wiebke, wiebke)).body.profile.bodyNote).toBe('sore wrist');
  });

  it('is read by the student and teachers alone, and written by teachers alone', async () => {
    expect((await read(bram, wiebke)).status).toBe(404);
    expect((await read(owner, owner)).status).toBe(404);
    const before = await studio.everything();
    const own = await bram.send('PUT', `/api/students/${bram.person.id}`, {
      baseVersion: 0,
      profile: NEW_PROFILE,
    });
    expect(own.status).toBe(403);
    expect(await studio.everything()).toBe(before);
  });

  it('is not written over by somebody who has not seen the newest', async () => {
    const { version } = (await read(owner, bram)).body;
    expect((await save({ instrument: 'mine' }, version)).status).toBe(200);
    const before = await studio.everything();
    const late = await save({ instrument: 'theirs' }, version);
    expect([late.status, late.body.field]).toEqual([409, 'baseVersion']);
    expect(await studio.everything()).toBe(before);
  });

  it('refuses what cannot be, naming the field', async () => {
    const bad: readonly (readonly [string, object])[] = [
      ['profile.stretchMm', { stretchMm: 4000 }],
      ['profile.minutesByWeekday', { minutesByWeekday: [1, 2] }],
      ['profile.minutesByWeekday[0]', { minutesByWeekday: [-1, 0, 0, 0, 0, 0, 0] }],
      ['profile.lessonSlot.time', { lessonSlot: { weekday: 1, time: '25:00', minutes: 30 } }],
      ['profile.changes[0].seconds', { changes: [{ from: 'G', to: 'D', seconds: 0 }] }],
      ['profile.voiceRange', { voiceRange: 'high' }],
      ['profile.birthday', { birthday: '2017-01-01' }],
    ];
    const { version } = (await read(owner, bram)).body;
    for (const [field, profile] of bad) {
      const answer = await save(profile, version);
      expect([answer.status, answer.body.field]).withContext(field).toEqual([400, field]);
    }
  });

  it('grows with what they show in their songs, and the next song’s plan stands on it', async () => {
    const five = Array.from({ length: 5 }, () => ({ stepId: 'grip:G' }));
    const drill = Array.from({ length: 3 }, () => ({ stepId: 'change:D:G', bpm: 60 }));
    await practised('grip G: 320033\n[A]\n| G | D |', [...five, ...drill]);
    const { shown } = (await read(owner, bram)).body;
    expect(shown.ownedGrips).toEqual(['G 320033']);
    expect(shown.changes).toEqual([
      { from: 'D', to: 'G', seconds: jasmine.any(Number) as never, atMost: true },
    ]);
    expect(shown.changes[0]?.seconds).toBeCloseTo(0.65);
    const next = await practised('grip G: 320033\n[A]\n| G | Em |', []);
    expect(next.figures.student.ownedGrips).toEqual(['G 320033']);
  });
});
