import type { EventsTaken, NewEvent, Person, Problem } from '@harvu/contract';
import { isTeaching } from '../../platform/access';
import type { Clock } from '../../platform/clock';
import { isTaken } from '../../platform/database';
import { conflict, notAllowed, type DomainError } from '../../platform/errors';
import type { EventsStore } from './events.store';
import type { PlansStore } from './plans.store';
import { createPlanAccess } from './plan-access';

export interface EventsDeps {
  readonly plans: PlansStore;
  readonly events: EventsStore;
  readonly clock: Clock;
}

const OTHERS = conflict('This belongs to another plan.', 'Send it with an id of its own.', 'id');
const TEACHERS_WORD = notAllowed(
  'Only a teacher signs a step off.',
  'Ask your teacher to hear it.',
);

/**
 * Takes what happened into the log. Whoever may write in a plan is believed: nothing is refused because
 * a step is gone or a clock is wrong; what it is worth is judged when it is read.
 */
export function createEventsService({ plans, events, clock }: EventsDeps) {
  const findFor = createPlanAccess(plans);

  /** The same event sent twice is stored once, and answered the same both times. */
  async function takeOne(
    planId: string,
    one: NewEvent,
    person: Person,
  ): Promise<DomainError | undefined> {
    if (one.kind === 'sign-off' && !isTeaching(person)) return TEACHERS_WORD;
    const source = isTeaching(person) ? ('teacher' as const) : ('self' as const);
    const logged = { planId, loggedBy: person.id, receivedAt: clock.now() };
    try {
      await events.add([{ ...logged, event: { ...one, source } }]);
    } catch (error) {
      if (!isTaken(error)) throw error;
      if ((await events.planOf(one.id)) !== planId) return OTHERS;
    }
    return undefined;
  }

  return {
    async take(planId: string, many: readonly NewEvent[], person: Person): Promise<EventsTaken> {
      await findFor(planId, person);
      const refused: { id: string; problem: Problem }[] = [];
      for (const one of many) {
        const error = await takeOne(planId, one, person);
        if (error) refused.push({ id: one.id, problem: error.problem });
      }
      return { refused };
    },
  };
}

export type EventsService = ReturnType<typeof createEventsService>;
