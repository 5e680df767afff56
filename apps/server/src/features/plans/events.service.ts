import type {
  EventsTaken,
  NewEvent,
  Person,
  PlanSummary,
  Problem,
  SendEvents,
} from '@harvu/contract';
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
const TAKEN_BACK = conflict(
  'This song was taken back before.',
  'It stays on this device, and is taken once the song is given again.',
);

/** What was played before a song was taken back still counts, however late it comes. */
function isAfterTakingBack({ withdrawnAt }: PlanSummary, { at }: NewEvent): boolean {
  return withdrawnAt !== null && Date.parse(at) > Date.parse(withdrawnAt);
}

/**
 * Takes what happened into the log. Whoever may write in a plan is believed: nothing is refused because
 * a step is gone or a clock is wrong; what it is worth is judged when it is read.
 */
export function createEventsService({ plans, events, clock }: EventsDeps) {
  const findFor = createPlanAccess(plans);

  /** The same event sent twice is stored once, and answered the same both times. */
  async function takeOne(
    plan: PlanSummary,
    one: NewEvent,
    { person, sentAt }: { readonly person: Person; readonly sentAt: Date | null },
  ): Promise<DomainError | undefined> {
    if (one.kind === 'sign-off' && !isTeaching(person)) return TEACHERS_WORD;
    if (isAfterTakingBack(plan, one)) return TAKEN_BACK;
    const source = isTeaching(person) ? ('teacher' as const) : ('self' as const);
    const logged = { planId: plan.id, loggedBy: person.id, receivedAt: clock.now(), sentAt };
    try {
      await events.add([{ ...logged, event: { ...one, source } }]);
    } catch (error) {
      if (!isTaken(error)) throw error;
      if ((await events.planOf(one.id)) !== plan.id) return OTHERS;
    }
    return undefined;
  }

  return {
    async take(planId: string, sent: SendEvents, person: Person): Promise<EventsTaken> {
      const plan = await findFor(planId, person);
      const sentAt = sent.sentAt === undefined ? null : new Date(sent.sentAt);
      const refused: { id: string; problem: Problem }[] = [];
      for (const one of sent.events) {
        const error = await takeOne(plan, one, { person, sentAt });
        if (error) refused.push({ id: one.id, problem: error.problem });
      }
      return { refused };
    },
  };
}

export type EventsService = ReturnType<typeof createEventsService>;
