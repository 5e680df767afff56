import type {
  EventsTaken,
  NewEvent,
  Person,
  PlanSummary,
  Problem,
  SendEvents,
} from '@harvu/contract';
import { isTeaching } from '../../platform/access';
import type { Attempts } from '../../platform/attempts';
import type { Clock } from '../../platform/clock';
import { isTaken } from '../../platform/database';
import { conflict, notAllowed, tooMany, type DomainError } from '../../platform/errors';
import type { EventsStore } from './events.store';
import type { PlansStore } from './plans.store';
import { createPlanAccess } from './plan-access';

/** Far above what anybody plays: a day of it is no practice, and what is over it waits on the device. */
const MOST_A_DAY = 3000;
const DAY_S = 86_400;

export interface EventsDeps {
  readonly plans: PlansStore;
  readonly events: EventsStore;
  readonly clock: Clock;
  readonly attempts: Pick<Attempts, 'take'>;
}

const OTHERS = conflict('This belongs to another plan.', 'Send it with an id of its own.', 'id');
const TEACHERS_WORD = notAllowed(
  'Only a teacher signs a step off.',
  'Ask your teacher to hear it.',
);
const TEACHERS_TRY = notAllowed(
  'Only a teacher corrects what a teacher heard.',
  'Ask your teacher.',
);
const TAKEN_BACK = conflict(
  'This song was taken back before.',
  'It stays on this device, and is taken once the song is given again.',
);

/**
 * Takes what happened into the log. Whoever may write in a plan is believed: nothing is refused because
 * a step is gone or a clock is wrong; what it is worth is judged when it is read.
 */
export function createEventsService({ plans, events, clock, attempts }: EventsDeps) {
  const findFor = createPlanAccess(plans);

  async function isOfTeacher(one: NewEvent): Promise<boolean> {
    if (one.kind !== 'correction' && one.kind !== 'where') return false;
    return (await events.sourceOf(one.of)) === 'teacher';
  }

  /** The same event sent twice is stored once, and answered the same both times. */
  async function takeOne(
    plan: PlanSummary,
    one: NewEvent,
    { person, sentAt }: { readonly person: Person; readonly sentAt: Date | null },
  ): Promise<DomainError | undefined> {
    if (one.kind === 'sign-off' && !isTeaching(person)) return TEACHERS_WORD;
    if (isAfterTakingBack(plan, one)) return TAKEN_BACK;
    if (!isTeaching(person) && (await isOfTeacher(one))) return TEACHERS_TRY;
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
      const wait = await attempts.take(
        [...[{ kind: 'events', of: person.id, most: MOST_A_DAY, seconds: DAY_S }]],
        sent.events.length,
      );
      if (wait > 0) throw tooMany('More came in today than anybody plays.', wait);
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

/** What was played before a song was taken back still counts, however late it comes. */
function isAfterTakingBack({ withdrawnAt }: PlanSummary, { at }: NewEvent): boolean {
  return withdrawnAt !== null && Date.parse(at) > Date.parse(withdrawnAt);
}

export type EventsService = ReturnType<typeof createEventsService>;
