import { dayAfter, weekdayOf, type Day } from '../day';
import {
  breakOn,
  clockAt,
  lessonsBetween,
  momentOf,
  slotLessonId,
  type Lesson,
  type LessonPlan,
  type SlotOf,
} from './index';

const ADA = '6f1c1d9e-8a3b-4c55-9d1e-000000000001';
const BO = '6f1c1d9e-8a3b-4c55-9d1e-000000000002';
const slotOf = (studentId: string, weekday: number, time: string): SlotOf => ({
  ...{ studentId, teacherId: null, slot: { weekday, time, minutes: 30 } },
});
const listed = (plan: Partial<LessonPlan>, from: Day, to: Day): readonly string[] =>
  lessonsBetween({ slots: [], breaks: [], kept: [], ...plan }, { from, to }).map(
    (one) => `${one.studentId === ADA ? 'Ada' : 'Bo'} ${one.day} ${one.time} ${one.state}`,
  );
/** Ada's lesson of Thursday 3 December, otherwise than usual. */
const ofThursday = (other: Partial<Lesson>): Lesson => ({
  ...{ id: slotLessonId(ADA, '2026-12-03'), studentId: ADA, teacherId: null },
  ...{ slotDay: '2026-12-03', day: '2026-12-03', time: '16:30', minutes: 30, state: 'planned' },
  ...other,
});

describe('the lessons of some days', () => {
  const slots = [slotOf(BO, 3, '15:30'), slotOf(ADA, 3, '16:30')];

  it('are the weekly slots, in the order of the day', () => {
    expect(listed({ slots: slots.toReversed() }, '2026-11-26', '2026-12-03')).toEqual([
      ...['Bo 2026-11-26 15:30 planned', 'Ada 2026-11-26 16:30 planned'],
      ...['Bo 2026-12-03 15:30 planned', 'Ada 2026-12-03 16:30 planned'],
    ]);
  });

  it('leave a moved lesson out of its own day, and have it on the other', () => {
    const kept = [ofThursday({ day: '2026-12-04', time: '10:00' })];
    expect(listed({ slots, kept }, '2026-12-03', '2026-12-04')).toEqual([
      'Bo 2026-12-03 15:30 planned',
      'Ada 2026-12-04 10:00 planned',
    ]);
    // The other day need not be among those asked for.
    expect(listed({ slots, kept }, '2026-12-03', '2026-12-03')).toHaveSize(1);
  });

  it('say what was missed and what was held, in place of the slot', () => {
    const missed = [ofThursday({ state: 'missed' })];
    expect(listed({ slots, kept: missed }, '2026-12-03', '2026-12-03')[1]).toBe(
      'Ada 2026-12-03 16:30 missed',
    );
    const held = [ofThursday({ state: 'held', teacherId: 'a substitute' })];
    expect(
      lessonsBetween({ slots, breaks: [], kept: held }, { from: '2026-12-03', to: '2026-12-03' }),
    ).toContain(jasmine.objectContaining({ state: 'held', teacherId: 'a substitute' }));
  });

  it('are none on days off, but for what was moved there or held all the same', () => {
    const breaks = [{ from: '2026-12-01', to: '2026-12-09', name: 'Lantern week' } as const];
    expect(listed({ slots, breaks }, '2026-12-01', '2026-12-09')).toEqual([]);
    const kept = [ofThursday({ day: '2026-12-05' })];
    expect(listed({ slots, breaks, kept }, '2026-12-01', '2026-12-09')).toEqual([
      'Ada 2026-12-05 16:30 planned',
    ]);
    expect([breakOn('2026-11-30', breaks), breakOn('2026-12-09', breaks)?.name]).toEqual([
      undefined,
      'Lantern week',
    ]);
  });

  it('keep those of a slot that was given up, where they were held', () => {
    const kept = [ofThursday({ state: 'held' })];
    expect(listed({ slots: [slotOf(ADA, 0, '09:00')], kept }, '2026-12-03', '2026-12-07')).toEqual([
      'Ada 2026-12-03 16:30 held',
      'Ada 2026-12-07 09:00 planned',
    ]);
  });

  it('come once a week for every student, whatever day one asks from', () => {
    for (let shift = 0; shift < 7; shift++) {
      const from = dayAfter('2026-11-23', shift);
      const found = lessonsBetween(
        { slots, breaks: [], kept: [] },
        { from, to: dayAfter(from, 27) },
      );
      expect(found).toHaveSize(8);
      expect(found.every(({ day }) => weekdayOf(day) === 3)).toBeTrue();
      expect(new Set(found.map(({ id }) => id)).size).toBe(8);
    }
  });
});

describe('the time of a lesson', () => {
  // Before and after each change of the clocks, in both halves of the world; weekly at the same hour.
  const weeks: readonly (readonly [string, Day, string, string])[] = [
    ['Europe/Berlin', '2026-03-22', '16:30', '2026-03-22T15:30:00.000Z'],
    ['Europe/Berlin', '2026-03-29', '16:30', '2026-03-29T14:30:00.000Z'],
    ['Europe/Berlin', '2026-10-18', '16:30', '2026-10-18T14:30:00.000Z'],
    ['Europe/Berlin', '2026-10-25', '16:30', '2026-10-25T15:30:00.000Z'],
    ['America/New_York', '2026-03-01', '09:00', '2026-03-01T14:00:00.000Z'],
    ['America/New_York', '2026-03-08', '09:00', '2026-03-08T13:00:00.000Z'],
    ['America/New_York', '2026-11-01', '09:00', '2026-11-01T14:00:00.000Z'],
    ['Pacific/Auckland', '2026-09-20', '18:00', '2026-09-20T06:00:00.000Z'],
    ['Pacific/Auckland', '2026-09-27', '18:00', '2026-09-27T05:00:00.000Z'],
    ['Australia/Lord_Howe', '2026-04-05', '18:00', '2026-04-05T07:30:00.000Z'],
    ['UTC', '2026-02-28', '00:00', '2026-02-28T00:00:00.000Z'],
  ];
  weeks.forEach(([zone, day, time, moment]) => {
    it(`is ${moment} for ${time} on ${day} in ${zone}`, () => {
      expect(momentOf({ day, time }, zone)).toBe(moment);
      expect(clockAt(moment, zone)).toEqual({ day, time });
    });
  });

  it('moves on where the clocks skip it, and is the second where they show it twice', () => {
    expect(momentOf({ day: '2026-03-29', time: '02:30' }, 'Europe/Berlin')).toBe(
      '2026-03-29T01:30:00.000Z',
    );
    expect(momentOf({ day: '2026-10-25', time: '02:30' }, 'Europe/Berlin')).toBe(
      '2026-10-25T01:30:00.000Z',
    );
  });
});

describe('the id of a slot’s lesson', () => {
  it('is one id a student and day, in the form of any id', () => {
    const days = Array.from({ length: 800 }, (_, index) => dayAfter('2026-01-01', index));
    const ids = [ADA, BO, 'ffffffff-8a3b-4c55-9d1e-000000000001'].flatMap((student) =>
      days.map((day) => slotLessonId(student, day)),
    );
    expect(new Set(ids).size).toBe(3 * 800);
    expect(ids.every((one) => /^[0-9a-f]{8}-[0-9a-f-]{27}$/.test(one))).toBeTrue();
  });
});
