import type { Overview, Person, OverviewSong, StoredLesson } from '@harvu/contract';
import type { Conventions } from '@harvu/core/conventions';
import type { PlanOverview } from '@harvu/core/standing';
import { dayAfter, type Day } from '@harvu/core/day';
import { clockAt } from '@harvu/core/lessons';
import { LRUCache } from 'lru-cache';
import { createHash } from 'node:crypto';
import { isTeaching } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import { forStudent, withKept, type LessonsStore } from '../lessons';
import type { EventsStore, PlanAtWork, PlanHead, PlansStore } from '../plans';
import {
  slotsOf,
  type OverviewPeopleStore,
  type OverviewPerson,
  type OverviewStudio,
} from './overview-people.store';
import type { OverviewsStore } from './overviews.store';

export interface OverviewDeps {
  readonly plans: PlansStore;
  readonly events: EventsStore;
  readonly glance: OverviewPeopleStore;
  readonly lessons: LessonsStore;
  readonly overviews: OverviewsStore;
  readonly clock: Clock;
  /** Which Harvu works it out: another one may find otherwise. */
  readonly build: string;
  /** Works out how a plan stands, in a thread of its own. */
  readonly lookOver: (plan: PlanAtWork) => Promise<PlanOverview>;
}

const MOST_KEPT = 2000;
const DAYS_BACK = 42;
const DAYS_AHEAD = 14;

type Names = Conventions['names'];

/** Says of every song in work how it stands, and what the days ahead bring. */
export function createOverviewService(deps: OverviewDeps) {
  const { plans, glance, lessons, clock } = deps;
  const songsOf = createSongs(deps);

  return {
    async of(person: Person): Promise<Overview> {
      const teaches = isTeaching(person);
      const own = teaches ? undefined : person.id;
      const [heads, people, studio] = await Promise.all([
        ...[plans.headsFor(own), glance.people(own), glance.studio()],
      ] as const);
      const { day: today, time } = clockAt(clock.now().toISOString(), studio.timeZone);
      const me = people.find(({ id }) => id === person.id);
      const students = people.filter(({ role }) => role === 'student');
      const range = { from: dayAfter(today, -DAYS_BACK), to: dayAfter(today, DAYS_AHEAD) };
      const kept = await lessons.bearingOn(range, today, own);
      const found = lessonsFor(students, kept, { today, breaks: studio.breaks });
      const { constants, waiting } = studio;
      return {
        today,
        time,
        constants,
        students: teaches ? students.map(toStudent) : [],
        songs: await songsOf(heads, me?.conventions.names ?? 'shape'),
        lessons: teaches ? found : found.map(forStudent),
        teachers: teaches
          ? people.filter(({ role }) => role !== 'student').map(({ id, name }) => ({ id, name }))
          : [],
        waiting: teaches ? waiting : [],
        minutesByWeekday: teaches ? null : (me?.profile.minutesByWeekday ?? null),
      };
    },
  };
}

/** Works out how songs stand, once for each state of a plan and its log. */
function createSongs({ plans, events, overviews, lookOver, build }: OverviewDeps) {
  const known = new LRUCache<string, PlanOverview>({ max: MOST_KEPT });

  /** What an overview is worked out from: the plan's version and revision, its last event, and by which Harvu. */
  const markOf = ({ version, revision, lastEvent }: PlanHead): string =>
    createHash('sha1').update(`${build} ${version} ${revision} ${lastEvent}`).digest('hex');
  const keyOf = (head: PlanHead, names: Names): string => `${head.id} ${names} ${markOf(head)}`;
  const unknown = (heads: readonly PlanHead[], names: Names): readonly PlanHead[] =>
    heads.filter((head) => !known.has(keyOf(head, names)));

  /** What was worked out before this server started, or by another one. */
  async function recall(heads: readonly PlanHead[], names: Names): Promise<void> {
    const kept = await overviews.findOf(
      heads.map(({ id }) => id),
      names,
    );
    for (const { planId, mark, overview } of kept)
      known.set(`${planId} ${names} ${mark}`, overview);
  }

  async function workOut(heads: readonly PlanHead[], names: Names): Promise<void> {
    if (heads.length === 0) return;
    const ids = heads.map((head) => head.id);
    const [ways, logs] = await Promise.all([plans.waysOf(ids), events.listOfMany(ids)]);
    const found = await Promise.all(
      heads.map(async (head) => {
        const way = ways.get(head.id);
        if (!way) return [];
        const { document, teaching, figures } = way;
        const plan = { document, teaching, figures, names, events: logs.get(head.id) ?? [] };
        const overview = await lookOver(plan);
        known.set(keyOf(head, names), overview);
        return [{ planId: head.id, names, mark: markOf(head), overview }];
      }),
    );
    await overviews.put(found.flat());
  }

  return async (heads: readonly PlanHead[], names: Names): Promise<readonly OverviewSong[]> => {
    await recall(unknown(heads, names), names);
    await workOut(unknown(heads, names), names);
    return heads.flatMap((head): readonly OverviewSong[] => {
      const overview = known.get(keyOf(head, names));
      const { version: _version, lastEvent: _lastEvent, ...summary } = head;
      return overview ? [{ ...summary, overview }] : [];
    });
  };
}

function toStudent({ id, name, profile }: OverviewPerson): Overview['students'][number] {
  const { lessonSlot, teacherId, ageBand, minutesByWeekday, bodyNote, saidLast } = profile;
  return { id, name, lessonSlot, teacherId, ageBand, minutesByWeekday, bodyNote, saidLast };
}

/** Lessons from the slots of students and from what is kept of single ones. */
function lessonsFor(
  students: readonly OverviewPerson[],
  kept: readonly StoredLesson[],
  { today, breaks }: Pick<OverviewStudio, 'breaks'> & { readonly today: Day },
): readonly StoredLesson[] {
  const range = { from: dayAfter(today, -DAYS_BACK), to: dayAfter(today, DAYS_AHEAD) };
  // Whether lessons of a slot took place before anything was kept of them, nobody knows.
  return withKept(kept, { slots: slotsOf(students), breaks, ...range }).filter(
    ({ day, version }) => day >= today || version > 0,
  );
}

export type OverviewService = ReturnType<typeof createOverviewService>;
