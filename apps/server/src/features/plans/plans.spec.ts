import {
  NEW_PROFILE,
  type KnownStudent,
  type EventsTaken,
  type NewEvent,
  type PlanNews,
  type Plan,
  type PlanSummary,
  type Song,
} from '@harvu/contract';
import { findingsOf } from '@harvu/core/checks';
import { USUAL_TEACHING, type Teaching } from '@harvu/core/plan';
import { readChart } from '@harvu/core/chart';
import { triesIn, type TryEvent } from '@harvu/core/events';
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
  const aTry = (more: Partial<TryEvent> = {}): NewEvent => ({
    ...{ id: randomUUID(), kind: 'try', stepId: 'grip:G', at: studio.now.toISOString() },
    ...{ day: '2026-11-24', revision: 2, bpm: null, clean: true, passes: 1, seconds: 12.5 },
    ...more,
  });
  const log = async (one: unknown, who = bram) =>
    who.send<EventsTaken & { field?: string }>(
      'POST',
      `/api/plans/${(await planOf(who))?.id ?? ''}/events`,
      { events: [one] },
    );
  const triesOf = async (who: Visitor, id?: string) => triesIn((await read(who, id)).events);

  it('bring the song to its student in the revision that was given', async () => {
    const plan = await read(bram, (await planOf(bram))?.id);
    expect([plan.title, plan.revision, plan.events.length]).toEqual(['A song', 2, 0]);
    expect(plan.document.sections.map((section) => section.name)).toEqual(['A', 'B']);
  });

  it('say which parts a correction changed, to whoever has the song already; nothing where none did', async () => {
    const { document } = (await owner.get<Song>(`/api/songs/${songId}`)).body;
    const save = (chart: string, baseRevision: number) =>
      owner.send('PUT', `/api/songs/${songId}`, {
        ...{ baseRevision, document: readChart(chart, document).song },
      });
    await save(CHART.replace('| Em | D |', '| Em | C |'), 2);
    await assign([bram.person.id], 3);
    const plan = await read(bram, (await planOf(bram))?.id);
    expect(plan.events).toEqual([
      jasmine.objectContaining({ kind: 'changed', names: ['B'], source: 'teacher', revision: 3 }),
    ]);
    await save(CHART.replace('| Em | D |', '| Em | C |').replace('92', '90'), 3);
    await assign([bram.person.id], 4);
    expect((await read(bram, plan.id)).events).toHaveSize(1);
    // A device cannot say so.
    const { kind, ...event } = { ...aTry(), kind: 'changed', parts: ['s1'], names: ['A'] };
    const refused = await log({ ...event, kind });
    expect(refused.status).toBe(400);
  });

  it('keep a try as it was made, and know who said so and when it came in', async () => {
    const own = aTry({ clean: false });
    expect((await log(own)).body).toEqual({ refused: [] });
    const told = aTry();
    await owner.send('POST', `/api/plans/${(await planOf(bram))?.id ?? ''}/events`, {
      events: [told],
    });
    const { events } = await read(bram, (await planOf(bram))?.id);
    expect(events.find((one) => one.id === own.id)).toEqual({
      ...(own as TryEvent),
      source: 'self',
      receivedAt: studio.now.toISOString(),
    });
    expect(events.find((one) => one.id === told.id)?.source).toBe('teacher');
  });

  it('store a try that is sent twice once', async () => {
    const one = aTry();
    const answers = await Promise.all([log(one), log(one), log(one)]);
    expect(answers.map((answer) => [answer.status, answer.body.refused])).toEqual([
      [200, []],
      [200, []],
      [200, []],
    ]);
    const { events } = await read(bram, (await planOf(bram))?.id);
    expect(events.filter((each) => each.id === one.id).length).toBe(1);
  });

  it('refuse what has not the form of an event, naming the field', async () => {
    const bad: readonly (readonly [string, object])[] = [
      ['at', aTry({ at: '2026-02-30T10:00:00.000Z' })],
      ['day', aTry({ day: '2026-02-30' })],
      ['revision', aTry({ revision: 0 })],
      ['seconds', aTry({ seconds: -1 })],
      ['seconds', aTry({ seconds: 1e9 })],
      ['bpm', aTry({ bpm: 0 })],
      ['passes', aTry({ passes: 1.5 })],
      ['clean', { ...aTry(), clean: 'yes' }],
      ['id', aTry({ id: 'mine' })],
      ['source', { ...aTry(), source: 'teacher' }],
    ];
    const before = await studio.everything();
    for (const [field, one] of bad) {
      const answer = await log(one);
      expect([answer.status, answer.body.field])
        .withContext(JSON.stringify(answer.body))
        .toEqual([400, `events[0].${field}`]);
    }
    expect((await log({ ...aTry(), kind: 'dance' })).status).toBe(400);
    expect(await studio.everything()).toBe(before);
  });

  it('take whatever whoever may write there says, be the step gone or the clock wrong', async () => {
    const nextYear = new Date(studio.now.getTime() + 365 * 86_400_000).toISOString();
    const ahead = aTry({ at: nextYear, day: '2027-11-24' });
    const gone = aTry({ stepId: 'section:s99+2:full', bpm: 60 });
    await log(ahead);
    await log(gone);
    const { events } = await read(bram, (await planOf(bram))?.id);
    expect(events.map((one) => one.id)).toEqual([ahead.id, gone.id]);
    // What is dated far after it came in is shown, and counts for nothing.
    expect(triesIn(events).map((one) => one.id)).toEqual([gone.id]);
  });

  it('take no event that belongs to another plan, and all the others sent with it', async () => {
    const wiebke = await studio.add(owner, { signInName: 'wiebke' });
    await assign([wiebke.person.id]);
    const [one, own] = [aTry(), aTry()];
    await log(one);
    const id = (await planOf(wiebke))?.id ?? '';
    const sent = await wiebke.send<EventsTaken>('POST', `/api/plans/${id}/events`, {
      events: [one, own],
    });
    expect(sent.body.refused.map((refused) => [refused.id, refused.problem.status])).toEqual([
      [one.id, 409],
    ]);
    expect((await read(wiebke, id)).events.map((each) => each.id)).toEqual([own.id]);
  });

  it('take a sign-off from a teacher alone, notes and corrections from both', async () => {
    const wrong = aTry();
    const happened = { at: studio.now.toISOString(), day: '2026-11-24', revision: 2 } as const;
    const signOff = { ...happened, id: randomUUID(), kind: 'sign-off', stepId: 'grip:G' };
    const note = { ...happened, id: randomUUID(), kind: 'note', stepId: null, words: 'thumb' };
    const taken = { ...happened, id: randomUUID(), kind: 'correction', of: wrong.id, clean: null };
    const id = (await planOf(bram))?.id ?? '';
    expect((await log(wrong)).body.refused).toEqual([]);
    expect((await log(signOff)).body.refused[0]?.problem.status).toBe(403);
    expect((await log(note)).body.refused).toEqual([]);
    const sent = { events: [signOff, taken] };
    expect((await owner.send('POST', `/api/plans/${id}/events`, sent)).status).toBe(200);
    const { events } = await read(bram, id);
    expect(events.map((one) => [one.kind, one.source])).toEqual([
      ['try', 'self'],
      ['note', 'self'],
      ['sign-off', 'teacher'],
      ['correction', 'teacher'],
    ]);
    expect(triesIn(events)).toEqual([]);
  });

  it('are given by several at once, all of them', async () => {
    const students = await Promise.all(
      ['at-once-a', 'at-once-b', 'at-once-c'].map((signInName) =>
        studio.add(owner, { signInName }),
      ),
    );
    const ids = students.map(({ person }) => person.id);
    const all = await Promise.all(Array.from({ length: 12 }, () => assign(ids)));
    expect(all.map(({ status }) => status)).toEqual(all.map(() => 204));
    for (const student of students)
      expect((await student.get<readonly unknown[]>('/api/plans')).body).toHaveSize(1);
    expect(studio.failures).toEqual([]);
  });

  it('take no word of a student on what a teacher heard', async () => {
    const id = (await planOf(bram))?.id ?? '';
    const heard = aTry();
    await owner.send('POST', `/api/plans/${id}/events`, { events: [heard] });
    const happened = { at: studio.now.toISOString(), day: '2026-11-24', revision: 2 } as const;
    const taken = { ...happened, id: randomUUID(), kind: 'correction', of: heard.id, clean: null };
    const sent = await bram.send<EventsTaken>('POST', `/api/plans/${id}/events`, {
      events: [taken],
    });
    expect(sent.body.refused[0]?.problem.title).toContain('what a teacher heard');
    expect(triesIn((await read(bram, id)).events).map((one) => one.id)).toContain(heard.id);
  });

  it('take far more in a day than anybody plays, and not without bound; nothing of it is lost', async () => {
    const odalys = await studio.add(owner, { signInName: 'busy-hands' });
    await assign([odalys.person.id]);
    const id = (await planOf(odalys))?.id ?? '';
    const send = (count: number) =>
      odalys.send('POST', `/api/plans/${id}/events`, {
        events: Array.from({ length: count }, () => aTry()),
      });
    for (let sent = 0; sent < 3000; sent += 200) expect((await send(200)).status).toBe(200);
    const over = await send(1);
    // A code with which a device keeps what it has, and sends it later.
    expect([over.status, over.body.code]).toEqual([429, 'too-many']);
    studio.now = new Date(studio.now.getTime() + 86_400_000);
    const again = await studio.signIn('busy-hands');
    const later = { events: [aTry()] };
    expect((await again.send('POST', `/api/plans/${id}/events`, later)).status).toBe(200);
  });

  it('send what came in since, and whether the plan itself is another now', async () => {
    const id = (await planOf(bram))?.id ?? '';
    await log(aTry());
    const { lastEvent, version, revision } = await read(bram, id);
    const later = aTry();
    await log(later);
    const news = (await bram.get<PlanNews>(`/api/plans/${id}/after/${lastEvent}`)).body;
    expect([news.version, news.revision]).toEqual([version, revision]);
    expect(news.events.map((one) => one.id)).toEqual([later.id]);
    const none = (await bram.get<PlanNews>(`/api/plans/${id}/after/${news.lastEvent}`)).body;
    expect([none.events, none.lastEvent]).toEqual([[], news.lastEvent]);
  });

  it('move to a newer revision with all tries kept', async () => {
    const before = await read(bram, (await planOf(bram))?.id);
    const document = readChart(`${CHART}\n[C]\n| C |`, before.document).song;
    await owner.send('PUT', `/api/songs/${songId}`, { baseRevision: 2, document });
    expect((await read(bram, before.id)).revision).toBe(2);
    await assign([bram.person.id], 3);
    const after = await read(bram, before.id);
    expect([after.id, after.revision, after.events.length]).toEqual([
      before.id,
      3,
      before.events.length,
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

  it('are not given with a line that cannot be read, nor with nothing to play, and no reason changes that', async () => {
    const give = async (chart: string) => {
      const made = await owner.send<Song>('POST', '/api/songs', { title: 'Odd', playedBy: '' });
      const path = `/api/songs/${made.body.id}`;
      const { body } = await owner.send<{ readonly revision: number }>('PUT', path, {
        baseRevision: 1,
        document: readChart(chart).song,
      });
      const assign = { revision: body.revision, studentIds: [bram.person.id], despiteDoubts: true };
      const { status, body: told } = await owner.send('POST', `${path}/assign`, assign);
      return [status, told.title] as const;
    };
    const FRAME = 'tempo: 92\nmeter: 4/4\nfeel: straight\ntuning: standard\ncapo: 0\nhand: pick\n';
    expect(await give(`${FRAME}[A]\n| G | D |\nsomething nobody can read`)).toEqual([
      409,
      jasmine.stringMatching(/a fault left/),
    ]);
    expect(await give(FRAME)).toEqual([409, 'There is nothing to play in this song yet.']);
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
    expect(answer.body.events.map((one) => one.id)).toEqual([own.id]);
    // A try at a step that is no longer taught is evidence all the same: it may have been sent late.
    expect((await log(aTry())).body.refused).toEqual([]);
    const section = answer.body.document.sections[0]?.id ?? '';
    expect((await log(aTry({ stepId: `section:${section}:full`, bpm: 60 }))).status).toBe(200);
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
    const sent = { events: [aTry()] };
    expect((await bram.send('POST', `/api/plans/${id}/events`, sent)).status).toBe(200);
    await assign([bram.person.id]);
    expect((await triesOf(bram, id)).length).toBe(2);
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
