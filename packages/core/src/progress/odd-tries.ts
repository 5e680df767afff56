import { format, parseISO } from 'date-fns';
import { dayAfter, type Day } from '../day';
import {
  correctionsIn,
  isDatedAhead,
  isImpossible,
  triesIn,
  type PlanEvent,
  type TryEvent,
} from '../events';
import { findStep } from '../step-id';
import type { Step } from '../steps';

/** A try that can hardly be as it was logged. */
export interface OddTry {
  /** The try's id. */
  readonly id: string;
  readonly title: string;
  readonly on: Day;
  /** What is odd about it, in a few words. */
  readonly why: string;
}

/** Nobody who works towards a goal plays so far over it. */
const FAR_OVER = 1.6;
/** One go is not so long. */
const LONGEST_S = 3600;
/** Longer ago nobody remembers. */
const LOOK_BACK_DAYS = 14;

const SHOWN = 'd MMM yyyy';

/**
 * Finds tries of the last two weeks that can hardly be as they were logged, the latest first: in the future, far over
 * their goal, of absurd length, of a step that is not in the plan; nothing that was corrected already.
 *
 * @example
 * oddTries([], [], '2026-11-26') // []
 */
export function oddTries(
  steps: readonly Step[],
  events: readonly PlanEvent[],
  today: Day,
): readonly OddTry[] {
  const since = dayAfter(today, -LOOK_BACK_DAYS);
  const corrected = new Set(
    [...correctionsIn(events)].flatMap(([of, { clean }]) => (clean === null ? [of] : [])),
  );
  const uncounted = events.filter(
    (one): one is TryEvent =>
      one.kind === 'try' && (isDatedAhead(one) || isImpossible(one)) && !corrected.has(one.id),
  );
  return [...uncounted, ...triesIn(events)]
    .filter(({ day }) => day >= since)
    .flatMap((one): readonly OddTry[] => {
      const step = findStep(steps, one.stepId);
      const why = whyOdd(one, step);
      const title = step?.title ?? 'A step that is gone';
      return why === '' ? [] : [{ id: one.id, title, on: one.day, why }];
    })
    .toReversed();
}

/** Which date a wrong clock gave it. */
function dateOf({ at, day, receivedAt = at }: TryEvent): string {
  const isToCome = at > receivedAt || day > receivedAt.slice(0, 10);
  const says = format(parseISO(at > receivedAt ? at : day), SHOWN);
  return isToCome
    ? `it says ${says}, which was still to come: it is not counted`
    : `it says ${says}, which is not the day it was played: it is not counted`;
}

function impossibleOf({ bpm, passes, seconds }: TryEvent): string {
  return passes > 1 ? `${passes} passes in ${Math.round(seconds)} seconds` : `at ${bpm ?? 0}`;
}

function whyOdd(one: TryEvent, step: Step | undefined): string {
  const { bpm, seconds, passes } = one;
  if (isDatedAhead(one)) return dateOf(one);
  if (isImpossible(one)) return `${impossibleOf(one)}: it is not counted`;
  if (!step) return 'this step is not in the plan any more';
  const goalBpm = step.rungs.at(-1);
  if (goalBpm !== undefined && bpm !== null && bpm > goalBpm * FAR_OVER) {
    return `at ${bpm}, where the goal is ${goalBpm}`;
  }
  if (seconds > LONGEST_S) return `${Math.round(seconds / 60)} minutes in one go`;
  return passes > 1 && seconds > 0 && seconds / passes < 1
    ? `${passes} passes in ${Math.round(seconds)} seconds`
    : '';
}
