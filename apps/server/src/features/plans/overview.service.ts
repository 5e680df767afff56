import type { LessonSlot, Overview, Person, SongAtAGlance } from '@harvu/contract';
import type { Conventions } from '@harvu/core/conventions';
import type { PlanOverview } from '@harvu/core/progress';
import { dayAt } from '@harvu/core/day';
import { LRUCache } from 'lru-cache';
import { isTeaching } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import type { PlanHead, PlansStore } from './plans.store';
import type { EventsStore } from './events.store';
import type { PlanAtWork } from './plan-tasks';

export interface OverviewDeps {
  readonly plans: PlansStore;
  readonly events: EventsStore;
  readonly people: { readonly list: () => Promise<readonly Person[]> };
  readonly clock: Clock;
  readonly timeZone: () => Promise<string>;
  readonly conventionsOf: (personId: string) => Promise<Conventions>;
  /** When a student comes to their lesson; null where no slot is agreed. */
  readonly slotOf: (studentId: string) => Promise<LessonSlot>;
  /** The minutes a student practises on each weekday. */
  readonly minutesOf: (studentId: string) => Promise<readonly number[]>;
  /** Works out how a plan stands, in a thread of its own. */
  readonly lookOver: (plan: PlanAtWork) => Promise<PlanOverview>;
}

const MOST_KEPT = 2000;

type Names = Conventions['names'];

/** What an overview was worked out from: the plan's version and revision, its last event, and how chords are called. */
function keyOf({ id, version, revision, lastEvent }: PlanHead, names: Names): string {
  return `${id} ${version} ${revision} ${lastEvent} ${names}`;
}

/** Says of every song in work how it stands, worked out once for each state of its plan and log. */
export function createOverviewService(deps: OverviewDeps) {
  const { plans, events, people, clock, timeZone, conventionsOf } = deps;
  const known = new LRUCache<string, PlanOverview>({ max: MOST_KEPT });

  async function workOut(heads: readonly PlanHead[], names: Names): Promise<void> {
    if (heads.length === 0) return;
    const [ways, logs] = await Promise.all([
      plans.waysOf(heads.map((head) => head.id)),
      events.listOfMany(heads.map((head) => head.id)),
    ]);
    await Promise.all(
      heads.map(async (head) => {
        const way = ways.get(head.id);
        if (!way) return;
        const { document, teaching, figures } = way;
        known.set(
          keyOf(head, names),
          await deps.lookOver({
            document,
            teaching,
            figures,
            names,
            events: logs.get(head.id) ?? [],
          }),
        );
      }),
    );
  }

  async function studentsFor(person: Person): Promise<Overview['students']> {
    if (!isTeaching(person)) return [];
    const all = await people.list();
    const students = all.filter(({ role }) => role === 'student');
    return Promise.all(
      students.map(async ({ id, name }) => ({ id, name, lessonSlot: await deps.slotOf(id) })),
    );
  }

  return {
    async of(person: Person): Promise<Overview> {
      const heads = await plans.headsFor(isTeaching(person) ? undefined : person.id);
      const { names } = await conventionsOf(person.id);
      await workOut(
        heads.filter((head) => !known.has(keyOf(head, names))),
        names,
      );
      const songs = heads.flatMap((head): readonly SongAtAGlance[] => {
        const overview = known.get(keyOf(head, names));
        const { version: _version, lastEvent: _lastEvent, ...summary } = head;
        return overview ? [{ ...summary, overview }] : [];
      });
      const today = dayAt(clock.now().toISOString(), await timeZone());
      const minutesByWeekday = isTeaching(person) ? null : await deps.minutesOf(person.id);
      return { today, students: await studentsFor(person), songs, minutesByWeekday };
    },
  };
}

export type OverviewService = ReturnType<typeof createOverviewService>;
