import type { Overview, Person, SongAtAGlance } from '@harvu/contract';
import { constantsWith } from '@harvu/core/assumptions';
import type { Conventions } from '@harvu/core/fretboard';
import { makePlan } from '@harvu/core/plan';
import { overviewOf, triesIn, type PlanOverview, type Try } from '@harvu/core/progress';
import { dayAt, type Day } from '@harvu/core/units';
import { LRUCache } from 'lru-cache';
import { isTeaching } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import { setImmediate as others } from 'node:timers/promises';
import type { PlanHead, PlansStore } from './plans.store';
import type { EventsStore } from './events.store';

export interface OverviewDeps {
  readonly plans: PlansStore;
  readonly events: EventsStore;
  readonly clock: Clock;
  readonly timeZone: () => Promise<string>;
  readonly conventionsOf: (personId: string) => Promise<Conventions>;
}

/** What was worked out of a plan; it holds as long as plan and log are the same. */
interface WorkedOut {
  readonly overview: PlanOverview;
  readonly minutesByDay: Readonly<Record<Day, number>>;
}

const MOST_KEPT = 2000;

function minutesByDay(tries: readonly Try[]): Readonly<Record<Day, number>> {
  const minutes: Record<Day, number> = {};
  for (const { day, seconds } of tries) minutes[day] = (minutes[day] ?? 0) + seconds / 60;
  return minutes;
}

type Names = Conventions['names'];

/** What an overview was worked out from: the plan's version and revision, its last event, and how chords are called. */
function keyOf({ id, version, revision, lastEvent }: PlanHead, names: Names): string {
  return `${id} ${version} ${revision} ${lastEvent} ${names}`;
}

/** Says of every song in work how it stands, worked out once for each state of its plan and log. */
export function createOverviewService(deps: OverviewDeps) {
  const { plans, events, clock, timeZone, conventionsOf } = deps;
  const known = new LRUCache<string, WorkedOut>({ max: MOST_KEPT });

  async function workOut(heads: readonly PlanHead[], names: Names): Promise<void> {
    if (heads.length === 0) return;
    const [ways, logs] = await Promise.all([
      plans.waysOf(heads.map((head) => head.id)),
      events.listOfMany(heads.map((head) => head.id)),
    ]);
    for (const head of heads) {
      const way = ways.get(head.id);
      if (!way) continue;
      // Whoever else asks meanwhile is answered in between.
      await others();
      const { document, teaching, figures } = way;
      const { student } = figures;
      const tries = triesIn(logs.get(head.id) ?? []);
      const plan = makePlan(document, {
        ...{ teaching, student, names, constants: constantsWith(figures.constants) },
      });
      known.set(keyOf(head, names), {
        overview: overviewOf(plan, tries),
        minutesByDay: minutesByDay(tries),
      });
    }
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
        const worked = known.get(keyOf(head, names));
        const { version: _version, lastEvent: _lastEvent, ...summary } = head;
        return worked ? [{ ...summary, ...worked }] : [];
      });
      return { today: dayAt(clock.now().toISOString(), await timeZone()), songs };
    },
  };
}

export type OverviewService = ReturnType<typeof createOverviewService>;
