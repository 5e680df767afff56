import {
  NEW_PROFILE,
  toStudent,
  type KnownStudent,
  type LessonSlot,
  type Person,
  type PlanFigures,
  type SaveProfile,
  type StudentProfile,
} from '@harvu/contract';
import { drillsIn, takesIn, playedIn, triesIn } from '@harvu/core/events';
import { LRUCache } from 'lru-cache';
import { dayAt } from '@harvu/core/day';
import { isTeaching } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import { conflict, missing } from '../../platform/errors';
import type { KeptStore } from '../../platform/versioned-store';
import type { PeopleStore } from '../people';
import type { EventsStore, PlansStore } from '../plans';
import type { Practised, StudentShown } from './student-tasks';
import type { OwnConstants } from '@harvu/core/constants';

export interface StudentsDeps {
  readonly profiles: KeptStore<StudentProfile>;
  readonly people: PeopleStore;
  readonly plans: PlansStore;
  readonly events: EventsStore;
  readonly timeZone: () => Promise<string>;
  readonly constants: () => Promise<OwnConstants>;
  readonly clock: Clock;
  /** Works out what somebody has shown, in a thread of its own. */
  readonly lookThrough: (practised: Practised) => Promise<StudentShown>;
}

const MOST_KEPT = 500;

/** Keeps what is known of the students, and brings it together with what they have shown. */
export function createStudentsService(deps: StudentsDeps) {
  const { profiles, people, constants, clock } = deps;
  const shownBy = createShown(deps);

  async function findStudent(id: string): Promise<Person> {
    const [student] = await people.findStudents([id]);
    if (!student) throw missing('student');
    return student;
  }

  async function profileOf(id: string): Promise<StudentProfile> {
    return withNew((await profiles.find(id))?.value);
  }

  async function find(id: string, person: Person): Promise<KnownStudent> {
    // Another student is answered like one that does not exist.
    if (!isTeaching(person) && person.id !== id) throw missing('student');
    const { name } = await findStudent(id);
    const [kept, shown, { leftHanded }, teachers] = await Promise.all([
      profiles.find(id),
      shownBy(id),
      people.conventionsOf(id),
      isTeaching(person) ? people.teachers() : [],
    ]);
    return {
      id,
      name,
      leftHanded,
      version: kept?.version ?? 0,
      profile: withNew(kept?.value),
      ...shown,
      teachers,
    };
  }

  return {
    find,
    async save(id: string, save: SaveProfile, teacher: Person): Promise<KnownStudent> {
      await findStudent(id);
      const { baseVersion, profile } = save;
      const keeping = { baseVersion, value: profile, by: teacher.id, at: clock.now() };
      if (!(await profiles.put(id, keeping))) {
        throw conflict(
          'Somebody else changed what is known of this student in between.',
          'Reload the page; your last change is not kept.',
          'baseVersion',
        );
      }
      return find(id, teacher);
    },
    /** The figures a plan for a song stands on: all the student has shown in other songs. */
    async figuresFor(studentId: string, songId: string): Promise<PlanFigures> {
      const { shown } = await shownBy(studentId, songId);
      const student = toStudent(await profileOf(studentId), shown);
      return { student, constants: await constants() };
    },
    /** Somebody to whom things are said as to a child. */
    async isChild(studentId: string): Promise<boolean> {
      const { ageBand } = await profileOf(studentId);
      return ageBand === 'under 10' || ageBand === '10 to 12';
    },
    async slotOf(studentId: string): Promise<LessonSlot> {
      return (await profileOf(studentId)).lessonSlot;
    },
    /** Minutes on each weekday as they were really practised lately; as agreed where too little is known. */
    async practisedOf(studentId: string): Promise<readonly number[]> {
      const { practised } = await shownBy(studentId);
      return practised ?? (await profileOf(studentId)).minutesByWeekday;
    },
    async minutesOf(studentId: string): Promise<readonly number[]> {
      return (await profileOf(studentId)).minutesByWeekday;
    },
  };
}

/** What was kept before something more was asked has the usual for it. */
function withNew(kept: StudentProfile | undefined): StudentProfile {
  return { ...NEW_PROFILE, ...kept };
}

/** Says what somebody has shown in the songs they ever practised, but for one; worked out once for each state of them. */
function createShown(deps: StudentsDeps) {
  const { plans, events, clock, timeZone, lookThrough } = deps;
  const known = new LRUCache<string, StudentShown>({ max: MOST_KEPT });

  async function songsOf(studentId: string, exceptSongId?: string): Promise<Practised['songs']> {
    const all = (await plans.listEver(studentId)).filter((plan) => plan.songId !== exceptSongId);
    const ids = all.map((plan) => plan.id);
    const [ways, logs] = await Promise.all([plans.waysOf(ids), events.listOfMany(ids)]);
    return ids.flatMap((id) => {
      const way = ways.get(id);
      const log = logs.get(id) ?? [];
      if (!way) return [];
      const { document, teaching } = way;
      return [
        {
          document,
          changes: teaching.changes,
          tries: triesIn(log),
          played: playedIn(log),
          drills: drillsIn(log),
          takes: takesIn(log),
        },
      ];
    });
  }

  return async (studentId: string, exceptSongId?: string): Promise<StudentShown> => {
    const today = dayAt(clock.now().toISOString(), await timeZone());
    const key = [studentId, exceptSongId, today, await plans.marksOf(studentId)].join('|');
    const shown =
      known.get(key) ??
      (await lookThrough({ songs: await songsOf(studentId, exceptSongId), today }));
    known.set(key, shown);
    return shown;
  };
}

export type StudentsService = ReturnType<typeof createStudentsService>;
