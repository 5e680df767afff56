import { strFromU8, unzipSync } from 'fflate';
import {
  NEW_PROFILE,
  type LessonNotes,
  type LessonWeeks,
  type Mail,
  type NewPerson,
  type Overview,
  type SaveLesson,
  type StoredLesson,
} from '@harvu/contract';
import type { Day } from '@harvu/core/day';
import { slotLessonId } from '@harvu/core/lessons';
import { randomUUID } from 'node:crypto';
import { TestStudio, type Visitor } from '../../../testing/test-studio';

const NOTES: LessonNotes = {
  agenda: [
    {
      ...{ id: 'work p s', kind: 'work', planId: null, stepId: 's', song: 'Waltz', title: 'A' },
      ...{ why: 'stuck', minutes: 9, isHeard: true },
    },
  ],
  ...{ startedAt: '2026-11-24T15:30:00.000Z', pausedAt: null, pausedSeconds: 60 },
  ...{ endedAt: '2026-11-24T15:59:00.000Z', word: 'Lay the barre first.', summary: 'We heard A.' },
};

describe('the lessons of the studio', () => {
  let studio: TestStudio;
  let owner: Visitor;
  let teacher: Visitor;
  let bram: Visitor;
  let wiebke: Visitor;
  beforeAll(async () => {
    ({ studio, owner } = await TestStudio.withOwner());
    teacher = await studio.add(owner, { signInName: 'teacher', role: 'teacher' });
  });
  // Two of their own for each fact, with lessons on Tuesdays; the studio's clock stands at Tuesday, 24 November.
  beforeEach(async () => {
    const number = randomUUID().slice(0, 8);
    bram = await comesOn('16:30', { signInName: `bram-${number}` });
    wiebke = await comesOn('15:30', {
      ...{ signInName: `wiebke-${number}`, isMinor: true, guardianConsentOn: '2026-09-01' },
      guardian: 'Joris Halm (father), joris@halm.example',
    });
  });
  afterAll(() => studio.close());

  async function comesOn(
    time: string,
    person: Partial<NewPerson> & { signInName: string },
  ): Promise<Visitor> {
    const who = await studio.add(owner, person);
    const profile = { lessonSlot: { weekday: 1, time, minutes: 30 }, teacherId: teacher.person.id };
    await owner.send('PUT', `/api/students/${who.person.id}`, {
      ...{ baseVersion: 0, profile: { ...NEW_PROFILE, ...profile } },
    });
    return who;
  }

  const weeks = async (who: Visitor) => (await who.get<LessonWeeks>('/api/lessons')).body;
  const isTheirs = ({ studentId }: StoredLesson) =>
    studentId === bram.person.id || studentId === wiebke.person.id;
  const ofDay = async (who: Visitor, day: Day) =>
    (await weeks(who)).lessons.filter((one) => one.day === day && isTheirs(one));
  const idOf = (who: Visitor, day: Day) => slotLessonId(who.person.id, day);
  const lessonOf = (who: Visitor, day: Day, more: Partial<SaveLesson['lesson']> = {}) => ({
    ...{ studentId: who.person.id, teacherId: teacher.person.id, slotDay: day, day },
    ...{ time: '16:30', minutes: 30, state: 'planned' as const, notes: null },
    ...more,
  });
  const save = (
    id: string,
    lesson: SaveLesson['lesson'],
    { baseVersion = 0, tells = false, by = teacher } = {},
  ) =>
    by.send<StoredLesson & { field?: string }>('PUT', `/api/lessons/${id}`, {
      ...{ baseVersion, tells, lesson },
    });

  it('come from the slots, a student’s own for a student', async () => {
    const day: Day = '2026-12-01';
    expect((await ofDay(teacher, day)).map((one) => [one.studentId, one.time])).toEqual([
      [wiebke.person.id, '15:30'],
      [bram.person.id, '16:30'],
    ]);
    expect((await ofDay(bram, day)).map((one) => one.studentId)).toEqual([bram.person.id]);
    const { lessons, time, teachers } = (await owner.get<Overview>('/api/overview')).body;
    expect(lessons.filter((one) => one.day === '2026-11-24' && isTheirs(one))).toHaveSize(2);
    expect([time, teachers.map(({ name }) => name)]).toEqual(['16:00', ['Ilse', 'teacher']]);
  });

  it('are moved, given to a substitute and made as usual again', async () => {
    const id = idOf(bram, '2026-12-08');
    const moved = { day: '2026-12-09' as const, time: '10:00', teacherId: owner.person.id };
    expect((await save(id, lessonOf(bram, '2026-12-08', moved))).status).toBe(200);
    expect((await ofDay(bram, '2026-12-08')).length).toBe(0);
    expect((await ofDay(bram, '2026-12-09'))[0]).toEqual(
      jasmine.objectContaining({ time: '10:00', teacherId: owner.person.id, version: 1 }),
    );
    expect((await teacher.send('POST', `/api/lessons/${id}/as-usual`)).status).toBe(204);
    expect((await ofDay(bram, '2026-12-08'))[0]?.version).toBe(0);
    expect((await teacher.send('POST', `/api/lessons/${id}/as-usual`)).status).toBe(404);
  });

  it('are none on days off', async () => {
    const settings = (await owner.get<object>('/api/settings')).body;
    const breaks = [{ from: '2026-12-14', to: '2026-12-20', name: 'Lantern week' }];
    expect((await owner.send('PUT', '/api/settings', { ...settings, breaks })).status).toBe(200);
    expect(await ofDay(teacher, '2026-12-15')).toEqual([]);
    expect(await ofDay(teacher, '2026-12-22')).toHaveSize(2);
    const wrong = [{ from: '2026-12-20', to: '2026-12-14', name: 'Back' }];
    const refused = await owner.send('PUT', '/api/settings', { ...settings, breaks: wrong });
    expect(refused.status).toBe(400);
    await owner.send('PUT', '/api/settings', { ...settings, breaks: [] });
  });

  it('are held with what came of them; the student is told, the guardian of a minor too, once', async () => {
    const [own, other] = [idOf(bram, '2026-11-24'), idOf(wiebke, '2026-11-24')];
    const held = { state: 'held' as const, notes: NOTES };
    await save(own, lessonOf(bram, '2026-11-24', held), { tells: true });
    await save(other, lessonOf(wiebke, '2026-11-24', held), { tells: true });
    const again = lessonOf(wiebke, '2026-11-24', held);
    expect((await save(other, again, { tells: true, baseVersion: 1 })).body.version).toBe(2);
    const mails = (await owner.get<readonly Mail[]>('/api/outbox')).body;
    const names = [bram.person.name, wiebke.person.name];
    const theirs = mails.filter(({ subject }) => names.some((name) => subject.startsWith(name)));
    expect(theirs.map(({ toName, toAddress, words }) => [toName, toAddress, words])).toEqual(
      jasmine.arrayWithExactContents([
        [bram.person.name, '', 'We heard A.'],
        [wiebke.person.name, '', 'We heard A.'],
        ['Joris Halm (father), joris@halm.example', 'joris@halm.example', 'We heard A.'],
      ]),
    );
    const [told] = (await bram.get<Overview>('/api/overview')).body.lessons;
    expect(told?.notes).toEqual({ ...NOTES, agenda: [] });
    expect((await teacher.send('POST', `/api/lessons/${own}/as-usual`)).status).toBe(409);
    const kept = (await teacher.get<readonly StoredLesson[]>(pathOf(bram))).body;
    expect(kept.map(({ notes }) => notes?.agenda.length)).toEqual([1]);
  });

  const pathOf = (who: Visitor) => `/api/students/${who.person.id}/lessons`;

  const HELD = { state: 'held' as const, notes: NOTES };

  it('are not to be seen by other students', async () => {
    await save(idOf(bram, '2026-11-24'), lessonOf(bram, '2026-11-24', HELD));
    await save(idOf(wiebke, '2026-11-24'), lessonOf(wiebke, '2026-11-24', HELD));
    expect((await bram.get(pathOf(wiebke))).status).toBe(404);
    expect((await bram.get<readonly StoredLesson[]>(pathOf(bram))).body[0]?.notes?.agenda).toEqual(
      [],
    );
    expect((await bram.get('/api/outbox')).status).toBe(403);
    const { lessons } = (await bram.get<Overview>('/api/overview')).body;
    expect(lessons.every((one) => one.studentId === bram.person.id)).toBeTrue();
  });

  it('are not written over by somebody who has not seen the newest, nor for nobody', async () => {
    const id = idOf(bram, '2026-11-24');
    await save(id, lessonOf(bram, '2026-11-24'));
    const before = await studio.everything();
    const late = await save(id, lessonOf(bram, '2026-11-24'), { baseVersion: 0 });
    expect([late.status, late.body.field]).toEqual([409, 'baseVersion']);
    const refused: readonly (readonly [string, Partial<SaveLesson['lesson']>, number])[] = [
      ['slotDay', { slotDay: '2026-11-17' }, 400],
      ['teacherId', { teacherId: wiebke.person.id }, 400],
      ['lesson.time', { time: '25:00' }, 400],
      ['lesson.day', { day: '2026-02-30' }, 400],
      ['lesson.minutes', { minutes: 0 }, 400],
    ];
    for (const [field, more, status] of refused) {
      const answer = await save(id, lessonOf(bram, '2026-11-24', more), { baseVersion: 1 });
      expect([answer.status, answer.body.field]).withContext(field).toEqual([status, field]);
    }
    const nobody = { studentId: owner.person.id, slotDay: null };
    expect((await save(randomUUID(), lessonOf(bram, '2026-11-24', nobody))).status).toBe(404);
    expect((await save(id, lessonOf(bram, '2026-11-24'), { by: bram })).status).toBe(403);
    expect(await studio.everything()).toBe(before);
  });

  it('go with what is kept of a student, and can be erased with it', async () => {
    await save(idOf(wiebke, '2026-11-24'), lessonOf(wiebke, '2026-11-24', HELD), { tells: true });
    await owner.send('POST', '/api/me/confirm', { password: 'lantern-night' });
    const path = `/api/people/${wiebke.person.id}`;
    const files = unzipSync((await studio.fileOf(owner, `${path}/export.zip`)).bytes);
    const count = (table: string): number =>
      (JSON.parse(strFromU8(files[`data/${table}.json`] ?? new Uint8Array())) as unknown[]).length;
    expect([count('lessons'), count('mails')]).toEqual([1, 2]);
    await owner.send('POST', `${path}/put-away`);
    expect((await owner.send('POST', `${path}/erase`)).status).toBe(200);
    const left = (await owner.get<readonly Mail[]>('/api/outbox')).body;
    expect(left.some(({ subject }) => subject.startsWith(wiebke.person.name))).toBeFalse();
  });
});
