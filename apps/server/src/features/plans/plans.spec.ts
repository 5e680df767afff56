import {
  NEW_PROFILE,
  type KnownStudent,
  type NewTry,
  type Plan,
  type PlanSummary,
  type Song,
} from '@harvu/contract';
import { findingsOf } from '@harvu/core/checks';
import { USUAL_TEACHING, type Teaching } from '@harvu/core/plan';
import { readChart } from '@harvu/core/song';
import { randomUUID } from 'node:crypto';
import { TestStudio, type Visitor } from '../../../testing/test-studio';

const OWN = { kind: 'own', title: 'Clap it', goal: 'twice', minutes: 3, after: null } as const;
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

  const way = (teaching: Partial<Teaching>, more: object = {}) => ({
    ...{
      baseVersion: 1,
      teaching: { ...USUAL_TEACHING, ...teaching },
      takeFigures: false,
      ...more,
    },
  });
  const change = async (body: unknown, who = owner) =>
    who.send<Plan & { field?: string }>(
      'PUT',
      `/api/plans/${(await planOf(bram))?.id ?? ''}`,
      body,
    );

  it('are taught as the studio teaches the song, until a plan says otherwise', async () => {
    const other = await studio.add(owner, { signInName: `s${randomUUID().slice(0, 8)}` });
    const teaching = { ...USUAL_TEACHING, school: 'hand-first' as const };
    const kept = await owner.send('PUT', `/api/songs/${songId}/teaching`, {
      baseVersion: 0,
      teaching,
    });
    expect(kept.status).toBe(200);
    await assign([other.person.id]);
    expect((await read(other, (await planOf(other))?.id)).teaching.school).toBe('hand-first');
    expect((await read(bram, (await planOf(bram))?.id)).teaching).toEqual(USUAL_TEACHING);
  });

  it('take a way of their own with the assignment, all that were named', async () => {
    const other = await studio.add(owner, { signInName: `s${randomUUID().slice(0, 8)}` });
    const teaching = { ...USUAL_TEACHING, goal: 'bare' as const };
    await owner.send('POST', `/api/songs/${songId}/assign`, {
      revision: 2,
      studentIds: [other.person.id, bram.person.id],
      teaching,
    });
    expect((await read(other, (await planOf(other))?.id)).teaching.goal).toBe('bare');
    // A plan that is there keeps its own way.
    expect((await read(bram, (await planOf(bram))?.id)).teaching.goal).toBe('full');
  });

  it('are changed later without losing what was done', async () => {
    const own = aTry();
    await log(own);
    const changes = [{ kind: 'drop' as const, step: 'grip:G' }];
    const answer = await change(way({ goal: 'bare', changes }));
    expect([answer.status, answer.body.version, answer.body.teaching.goal]).toEqual([
      200,
      2,
      'bare',
    ]);
    expect(answer.body.tries.map((one) => one.id)).toEqual([own.id]);
    // A try at a step that is no longer taught is evidence all the same: it may have been sent late.
    expect((await log(aTry())).status).toBe(204);
    const section = answer.body.document.sections[0]?.id ?? '';
    expect((await log(aTry({ stepId: `section:${section}:full`, bpm: 60 }))).status).toBe(204);
  });

  it('are not written over by a teacher who has not seen the newest, nor changed by a student', async () => {
    await change(way({ goal: 'pulse' }));
    const before = await studio.everything();
    expect((await change(way({ goal: 'bare' }))).body.field).toBe('baseVersion');
    expect((await change(way({ goal: 'bare' }, { baseVersion: 2 }), bram)).status).toBe(403);
    const bad: readonly (readonly [string, unknown])[] = [
      ['teaching.school', way({ school: 'mine' as never })],
      ['teaching.wantedOn', way({ wantedOn: '2026-02-30' })],
      ['teaching.changes[0]', way({ changes: [{ kind: 'fly' } as never] })],
      [
        'teaching.changes[0].afterBar',
        way({ changes: [{ kind: 'split', step: 'x', afterBar: 0 }] }),
      ],
      ['teaching.changes[0].step', way({ changes: [{ ...OWN, step: 'mine' }] })],
    ];
    for (const [field, body] of bad) {
      const answer = await change(body);
      expect([answer.status, answer.body.field]).withContext(field).toEqual([400, field]);
    }
    expect(await studio.everything()).toBe(before);
  });

  it('keep the figures they stand on until the teacher takes new ones', async () => {
    const { version } = (await owner.get<KnownStudent>(`/api/students/${bram.person.id}`)).body;
    const profile = { ...NEW_PROFILE, strokesPerSecond: 2 };
    await owner.send('PUT', `/api/students/${bram.person.id}`, { baseVersion: version, profile });
    const kept = await change(way({}));
    expect(kept.body.figures.student.strokesPerSecond).toBeUndefined();
    const taken = await change(way({}, { baseVersion: 2, takeFigures: true }));
    expect(taken.body.figures.student.strokesPerSecond).toBe(2);
  });

  it('are taken back with all that was done, and come back with it', async () => {
    await log(aTry());
    const id = (await planOf(bram))?.id ?? '';
    expect((await owner.send('POST', `/api/plans/${id}/withdraw`, {})).status).toBe(204);
    expect(await planOf(bram)).toBeUndefined();
    const all = (await owner.get<readonly PlanSummary[]>('/api/plans')).body;
    expect(all.find((one) => one.id === id)?.withdrawnAt).toBe(studio.now.toISOString());
    // What was played before the page heard of it is kept.
    const late = await bram.send('POST', `/api/plans/${id}/tries`, aTry());
    expect(late.status).toBe(204);
    await assign([bram.person.id]);
    expect((await read(bram, id)).tries.length).toBe(2);
    expect((await read(bram, id)).withdrawnAt).toBeNull();
  });

  it('are not given with a step that has fret numbers before the guitar is ready', async () => {
    const changes = [{ kind: 'drop' as const, step: 'ready' }];
    const teaching = { ...USUAL_TEACHING, changes };
    const refused = await owner.send('POST', `/api/songs/${songId}/assign`, {
      revision: 2,
      studentIds: [bram.person.id],
      teaching,
    });
    expect([refused.status, refused.body.field]).toEqual([409, 'revision']);
    expect(refused.body.title).toContain('fret numbers');
  });
});
