import type {
  LessonWeeks,
  Mail,
  Person,
  PersonRecord,
  SaveLesson,
  StoredLesson,
} from '@harvu/contract';
import { dayAfter, dayAt, type Day } from '@harvu/core/day';
import { lessonsBetween, slotLessonId, type SlotOf, type StudioBreak } from '@harvu/core/lessons';
import { isTeaching } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import type { InTransaction, Tx } from '../../platform/database';
import { badRequest, conflict, missing } from '../../platform/errors';
import type { LessonsStore } from './lessons.store';
import type { MailsStore } from './mails.store';

export interface LessonsDeps {
  readonly lessons: LessonsStore;
  readonly mails: MailsStore;
  readonly people: { readonly find: (id: string) => Promise<PersonRecord | undefined> };
  readonly clock: Clock;
  readonly inTransaction: InTransaction;
  readonly settings: () => Promise<{
    readonly timeZone: string;
    readonly breaks: readonly StudioBreak[];
  }>;
  /** Everybody who is there, with their weekly slots; one person alone where they are named. */
  readonly everybody: (id?: string) => Promise<Everybody>;
}

/** Who comes and who teaches. */
export interface Everybody {
  readonly slots: readonly SlotOf[];
  readonly students: LessonWeeks['students'];
  readonly teachers: LessonWeeks['teachers'];
}

const WEEKS_BACK = 42;
const WEEKS_AHEAD = 84;

const SAVED_SINCE = conflict(
  'This lesson was changed somewhere else in between.',
  'Open it again; what you marked is kept with the songs.',
  'baseVersion',
);

/** What is kept of each lesson stands for it; the others come from the slots. */
export function withKept(
  kept: readonly StoredLesson[],
  {
    slots,
    breaks,
    from,
    to,
  }: {
    readonly slots: readonly SlotOf[];
    readonly breaks: readonly StudioBreak[];
    readonly from: Day;
    readonly to: Day;
  },
): readonly StoredLesson[] {
  const known = new Map(kept.map((one) => [one.id, one]));
  return lessonsBetween({ slots, breaks, kept }, { from, to }).map(
    (one) => known.get(one.id) ?? { ...one, version: 0, notes: null },
  );
}

/** Students are told what came of a lesson, not how it was run. */
export function forStudent(lesson: StoredLesson): StoredLesson {
  const { notes } = lesson;
  return { ...lesson, notes: notes && { ...notes, agenda: [] } };
}

type Recipient = Pick<Mail, 'toName' | 'toAddress'>;

/** Keeps the lessons of the studio, and writes to whom they concern. */
export function createLessonsService(deps: LessonsDeps) {
  const { lessons, mails, people, clock, inTransaction } = deps;

  async function studentOf(id: string): Promise<PersonRecord> {
    const found = await people.find(id);
    if (found?.role !== 'student') throw missing('student');
    return found;
  }

  async function checkTeacher(id: string | null): Promise<void> {
    if (id === null) return;
    const found = await people.find(id);
    if (!found || !isTeaching(found) || found.isPutAway) {
      throw badRequest('Nobody of this name teaches here.', 'Choose from the list.', 'teacherId');
    }
  }

  async function tell(student: PersonRecord, lesson: StoredLesson, tx: Tx): Promise<void> {
    const about = { lessonId: lesson.id, studentId: student.id, at: clock.now() };
    const subject = `${student.name}: lesson of ${lesson.day}`;
    const words = lesson.notes?.summary ?? '';
    for (const to of recipients(student)) {
      await mails.write({ id: clock.newId(), ...about, ...to, subject, words }, tx);
    }
  }

  return {
    /** The lessons of the last weeks and the next; a student's own. */
    async weeks(person: Person): Promise<LessonWeeks> {
      const { timeZone, breaks } = await deps.settings();
      const today = dayAt(clock.now().toISOString(), timeZone);
      const own = isTeaching(person) ? undefined : person.id;
      const [from, to] = [dayAfter(today, -WEEKS_BACK), dayAfter(today, WEEKS_AHEAD)];
      const { slots, students, teachers } = await deps.everybody(own);
      const kept = await lessons.bearingOn({ from, to }, today, own);
      const found = withKept(kept, { slots, breaks, from, to });
      if (own !== undefined) {
        const nobody = { students: [], teachers: [], mails: [] };
        return { today, breaks, lessons: found.map(forStudent), ...nobody };
      }
      return { today, breaks, lessons: found, students, teachers, mails: await mails.list() };
    },
    /** Every lesson that is kept of a student. */
    async listOf(studentId: string, person: Person): Promise<readonly StoredLesson[]> {
      // Another student is answered like one that does not exist.
      if (!isTeaching(person) && person.id !== studentId) throw missing('student');
      await studentOf(studentId);
      const all = await lessons.listOf(studentId);
      return isTeaching(person) ? all : all.map(forStudent);
    },
    async save(id: string, { baseVersion, lesson, tells }: SaveLesson, teacher: Person) {
      const { studentId, slotDay, teacherId } = lesson;
      const student = await studentOf(studentId);
      await checkTeacher(teacherId);
      if (slotDay !== null && slotLessonId(studentId, slotDay) !== id) {
        throw badRequest(
          'This is not the lesson of that student and day.',
          'Open the lesson from the day it is on.',
          'slotDay',
        );
      }
      const kept: StoredLesson = { id, ...lesson, version: baseVersion + 1 };
      await inTransaction(async (tx) => {
        const keeping = { baseVersion, lesson: kept, by: teacher.id, at: clock.now() };
        if (!(await lessons.put(keeping, tx))) throw SAVED_SINCE;
        if (tells && kept.state === 'held') await tell(student, kept, tx);
      });
      return kept;
    },
    /** What was said of a lesson that was not begun is forgotten: it is as usual again. */
    async asUsual(id: string): Promise<void> {
      if (await lessons.forget(id)) return;
      if (!(await lessons.find(id))) throw missing('lesson');
      throw conflict('This lesson was begun.', 'Correct what came of it instead.');
    },
    outbox: () => mails.list(),
  };
}

/** "joris@halm.example" of "Joris Halm (father), joris@halm.example" */
function addressIn(guardian: string): string {
  return /[^\s,;<>()]+@[^\s,;<>()]+/.exec(guardian)?.[0] ?? '';
}

/** To the student, and the guardian of a minor. */
function recipients({ name, isMinor, guardian }: PersonRecord): readonly Recipient[] {
  const others = isMinor && guardian !== '' ? [guardian] : [];
  return [
    { toName: name, toAddress: '' },
    ...others.map((toName) => ({ toName, toAddress: addressIn(toName) })),
  ];
}

export type LessonsService = ReturnType<typeof createLessonsService>;
