import type {
  Evening,
  LessonWeeks,
  OwnCalendar,
  Person,
  PersonRecord,
  StoredLesson,
} from '@harvu/contract';
import { dayAfter, dayAt, weekdayOf, type Day } from '@harvu/core/day';
import { momentOf } from '@harvu/core/lessons';
import { createHash, randomBytes } from 'node:crypto';
import { isTeaching } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import { missing } from '../../platform/errors';
import type { PeopleStore } from '../people';
import { calendarText, type CalendarDate } from './calendar-text';
import type { CalendarsStore, KeptCalendar } from './calendars.store';

export interface CalendarsDeps {
  readonly calendars: CalendarsStore;
  readonly people: PeopleStore;
  readonly clock: Clock;
  readonly studioName: () => Promise<string>;
  readonly timeZone: () => Promise<string>;
  readonly weeksOf: (person: Person) => Promise<LessonWeeks>;
  readonly eveningFor: (person: Person) => Promise<Evening>;
  /** Minutes agreed for each weekday, Monday first. */
  readonly minutesOf: (studentId: string) => Promise<readonly number[]>;
}

const WEEK_DAYS = 7;

const hashOf = (address: string): string => createHash('sha256').update(address).digest('hex');

/** Gives somebody's dates to whatever calendar knows their secret address. */
export function createCalendarsService(deps: CalendarsDeps) {
  const { calendars, people, clock } = deps;

  function told(kept: KeptCalendar | undefined): OwnCalendar {
    if (!kept) return { madeAt: null, hasPractice: false };
    return { madeAt: kept.madeAt.toISOString(), hasPractice: kept.hasPractice };
  }

  async function datesOf(person: Person, { hasPractice, madeAt }: KeptCalendar, timeZone: string) {
    const [weeks, evening, minutes] = await Promise.all([
      deps.weeksOf(person),
      deps.eveningFor(person),
      hasPractice && !isTeaching(person) ? deps.minutesOf(person.id) : [],
    ]);
    return [
      ...lessonDates(person, weeks, timeZone),
      ...breakDates(weeks),
      ...practiceDates(minutes, dayAt(madeAt.toISOString(), timeZone), person.id),
      ...eveningDates(person, evening),
    ];
  }

  return {
    own: async ({ id }: Person): Promise<OwnCalendar> => told(await calendars.ofPerson(id)),
    /** A new address, told this once; the one before is good no more. */
    async make({ id }: Person, hasPractice: boolean): Promise<{ readonly path: string }> {
      const address = randomBytes(32).toString('base64url');
      await calendars.put({
        personId: id,
        addressHash: hashOf(address),
        hasPractice,
        madeAt: clock.now(),
      });
      return { path: `/api/calendar/${address}.ics` };
    },
    end: ({ id }: Person): Promise<void> => calendars.remove(id),
    /** The dates behind an address; unknown ones and those of accounts put away are the same. */
    async read(address: string): Promise<string> {
      const kept = await calendars.byAddress(hashOf(address));
      const record = kept && (await people.find(kept.personId));
      if (!kept || !record || !isOpen(record)) throw missing('calendar');
      const { id, name, role } = record;
      const person: Person = { id, name, role };
      const timeZone = await deps.timeZone();
      return calendarText({
        name: `${name}, ${await deps.studioName()}`,
        timeZone,
        now: clock.now(),
        dates: await datesOf(person, kept, timeZone),
      });
    },
  };
}

/** An account that is put away, or a minor's without consent, opens nothing. */
function isOpen({ isPutAway, isMinor, guardianConsentOn }: PersonRecord): boolean {
  return !isPutAway && (!isMinor || guardianConsentOn !== null);
}

function isTheirs({ id }: Person, { teacherId }: StoredLesson): boolean {
  return teacherId === null || teacherId === id;
}

function lessonDates(person: Person, weeks: LessonWeeks, timeZone: string) {
  const names = new Map(weeks.students.map(({ id, name }) => [id, name]));
  const teaches = isTeaching(person);
  return weeks.lessons
    .filter((lesson) => !teaches || isTheirs(person, lesson))
    .map((lesson): CalendarDate => {
      const { id, version, day, time, minutes, state, studentId } = lesson;
      const title = teaches ? `Lesson: ${names.get(studentId) ?? 'a student'}` : 'Guitar lesson';
      return {
        id: `lesson-${id}-${person.id}`,
        changes: version,
        isOff: state === 'missed',
        title,
        when: { at: momentOf({ day, time }, timeZone), minutes },
      };
    });
}

function breakDates({ breaks }: LessonWeeks): readonly CalendarDate[] {
  return breaks.map(({ from, to, name }) => ({
    id: `break-${from}-${to}`,
    changes: 0,
    title: `No lessons: ${name}`,
    when: { from, to },
  }));
}

/** One date a number of minutes, on all the weekdays that have so many. */
function practiceDates(minutes: readonly number[], since: Day, id: string) {
  const kinds = [...new Set(minutes)].filter((one) => one > 0);
  return kinds.map((many): CalendarDate => {
    const weekdays = minutes.flatMap((one, weekday) => (one === many ? [weekday] : []));
    const first = Array.from({ length: WEEK_DAYS }, (_, day) => dayAfter(since, day)).find((day) =>
      weekdays.includes(weekdayOf(day)),
    );
    return {
      id: `practice-${many}-${id}`,
      changes: 0,
      title: `Practise, ${many} min`,
      when: { since: first ?? since, weekdays },
    };
  });
}

function eveningDates(person: Person, { version, programme, plays }: Evening) {
  const { day, title, planIds } = programme;
  const known = new Map(plays.map((play) => [play.planId, play]));
  const own = planIds.flatMap((id) => known.get(id) ?? []);
  if (day === null || (own.length === 0 && !isTeaching(person))) return [];
  const words = own.map((play) =>
    isTeaching(person) ? `${play.title}, ${play.studentName}` : play.title,
  );
  const date: CalendarDate = {
    id: `evening-${person.id}`,
    changes: version,
    title: title || 'The evening',
    words: words.join('\n'),
    when: { from: day, to: day },
  };
  return [date];
}

export type CalendarsService = ReturnType<typeof createCalendarsService>;
