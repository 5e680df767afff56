import type { NewTry, Plan, PlanSummary, Song } from '@harvu/contract';
import { findingsOf } from '@harvu/core/checks';
import { readChart } from '@harvu/core/song';
import { randomUUID } from 'node:crypto';
import { TestStudio, type Visitor } from '../../../testing/test-studio';

const CHART = 'tempo: 92\n[A]\n| G | D |\n[B]\n| Em | D |';

describe('plans', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let bram: Visitor;
  let songId: string;
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    bram = await studio.add(owner, { signInName: 'bram' });
  });
  beforeEach(async () => {
    songId = (await owner.send<Song>('POST', '/api/songs', { title: 'A song', playedBy: '' })).body
      .id;
    const document = readChart(CHART).song;
    await owner.send('PUT', `/api/songs/${songId}`, { baseRevision: 1, document });
    await assign([bram.person.id]);
  });
  afterAll(() => studio.close());

  const assign = (studentIds: readonly string[], revision = 2) =>
    owner.send('POST', `/api/songs/${songId}/assign`, { revision, studentIds });
  const planOf = async (who: Visitor) =>
    (await who.get<readonly PlanSummary[]>('/api/plans')).body.find((one) => one.songId === songId);
  const read = async (who: Visitor, id = '') => (await who.get<Plan>(`/api/plans/${id}`)).body;
  const aTry = (more: Partial<NewTry> = {}): NewTry => ({
    ...{ id: randomUUID(), stepId: 'grip:G', at: studio.now.toISOString(), bpm: null },
    ...{ clean: true, passes: 1, seconds: 12.5, ...more },
  });
  const log = async (one: unknown, who = bram) =>
    who.send('POST', `/api/plans/${(await planOf(who))?.id ?? ''}/tries`, one);

  it('bring the song to its student in the revision that was given', async () => {
    const plan = await read(bram, (await planOf(bram))?.id);
    expect([plan.title, plan.revision, plan.tries.length]).toEqual(['A song', 2, 0]);
    expect(plan.document.sections.map((section) => section.name)).toEqual(['A', 'B']);
  });

  it('keep a try as it was made, and know who said so', async () => {
    const own = aTry({ clean: false });
    expect((await log(own)).status).toBe(204);
    const told = aTry();
    await log(told, owner);
    const { tries } = await read(bram, (await planOf(bram))?.id);
    expect(tries.find((one) => one.id === own.id)).toEqual({ ...own, bpm: null, source: 'self' });
    expect(tries.find((one) => one.id === told.id)?.source).toBe('teacher');
  });

  it('store a try that is sent twice once', async () => {
    const one = aTry();
    const answers = await Promise.all([log(one), log(one), log(one)]);
    expect(answers.map((answer) => answer.status)).toEqual([204, 204, 204]);
    const { tries } = await read(bram, (await planOf(bram))?.id);
    expect(tries.filter((each) => each.id === one.id).length).toBe(1);
  });

  it('refuse what cannot be true, naming the field', async () => {
    const tomorrow = new Date(studio.now.getTime() + 86_400_000).toISOString();
    const bad: readonly (readonly [string, object])[] = [
      ['at', aTry({ at: tomorrow })],
      ['at', aTry({ at: '2026-02-30T10:00:00.000Z' })],
      ['stepId', aTry({ stepId: 'grip:Zz' })],
      ['seconds', aTry({ seconds: -1 })],
      ['seconds', aTry({ seconds: 1e9 })],
      ['bpm', aTry({ bpm: 0 })],
      ['passes', aTry({ passes: 1.5 })],
      ['clean', { ...aTry(), clean: 'yes' }],
      ['id', aTry({ id: 'mine' })],
    ];
    const before = await studio.everything();
    for (const [field, one] of bad) {
      const answer = await log(one);
      expect([answer.status, answer.body.field])
        .withContext(JSON.stringify(answer.body))
        .toEqual([400, field]);
    }
    expect(await studio.everything()).toBe(before);
  });

  it('take no try that belongs to another plan', async () => {
    const wiebke = await studio.add(owner, { signInName: 'wiebke' });
    await assign([wiebke.person.id]);
    const one = aTry();
    await log(one);
    expect((await log(one, wiebke)).status).toBe(409);
  });

  it('move to a newer revision with all tries kept', async () => {
    const before = await read(bram, (await planOf(bram))?.id);
    const document = readChart(`${CHART}\n[C]\n| C |`, before.document).song;
    await owner.send('PUT', `/api/songs/${songId}`, { baseRevision: 2, document });
    expect((await read(bram, before.id)).revision).toBe(2);
    await assign([bram.person.id], 3);
    const after = await read(bram, before.id);
    expect([after.id, after.revision, after.tries.length]).toEqual([
      before.id,
      3,
      before.tries.length,
    ]);
    expect(after.document.sections.slice(0, 2).map((one) => one.id)).toEqual(
      before.document.sections.map((one) => one.id),
    );
  });

  it('are not given while a fault is left, unless the teacher overrules it', async () => {
    const faulty = readChart('grip G: xx0242\n[A]\n| G | D |').song;
    await owner.send('PUT', `/api/songs/${songId}`, { baseRevision: 2, document: faulty });
    const refused = await assign([bram.person.id], 3);
    expect([refused.status, refused.body.field]).toEqual([409, 'revision']);
    expect(refused.body.title).toContain('G: xx0242');
    const [fault] = findingsOf(faulty).filter((one) => one.severity === 'fault');
    const overrule = { key: fault?.key, reason: 'An open tuning on my other guitar.' };
    await owner.send('POST', `/api/songs/${songId}/overrules`, overrule);
    expect((await assign([bram.person.id], 3)).status).toBe(204);
  });

  it('are given to students of the studio only, all or none', async () => {
    const before = await studio.everything();
    expect((await assign([bram.person.id, owner.person.id])).body.field).toBe('studentIds');
    expect((await assign([bram.person.id], 99)).status).toBe(404);
    expect((await assign([])).body.field).toBe('studentIds');
    expect(await studio.everything()).toBe(before);
  });
});
