import type { Day } from '../day';
import { playedIn, triesIn, type PlanEvent } from '../events';
import { climbOf } from '../practice';
import { kindOf, type Kind, type Step } from '../steps';
import type { Bpm } from '../units';

/** What was done on one step on one day. */
export interface DoneStep {
  readonly id: string;
  readonly title: string;
  readonly minutes: number;
  readonly rungUnit: Kind['rungUnit'];
  /** The tempo that was held clean before that day, and after it; null where none was, or none is asked for. */
  readonly fromBpm: Bpm | null;
  readonly toBpm: Bpm | null;
  /** Passes that were clean that day, and all of them. */
  readonly clean: number;
  readonly passes: number;
  /** Its goal was met that day. */
  readonly isNewlyDone: boolean;
}

/**
 * Tells what was done on a day, step by step in the order they were practised: the minutes, what was clean, and
 * how the tempo moved. Empty for a day without practice.
 *
 * @example
 * doneOn([], [], '2026-11-26') // []
 */
export function doneOn(
  steps: readonly Step[],
  events: readonly PlanEvent[],
  day: Day,
): readonly DoneStep[] {
  const until = triesIn(events).filter((one) => one.day <= day);
  const earlier = until.filter((one) => one.day < day);
  const corrections = events.filter(({ kind }) => kind === 'correction');
  const today = events.filter((one) => one.day === day && one.kind !== 'correction');
  return stepsOn(steps, events, day).flatMap((step): readonly DoneStep[] => {
    const own = today.filter((one) => stepOf(one) === step.id);
    const tries = until.filter((one) => one.day === day && one.stepId === step.id);
    const seconds = playedIn([...own, ...corrections])
      .filter((one) => one.day === day)
      .reduce((sum, one) => sum + one.seconds, 0);
    const passes = tries.reduce((sum, one) => sum + one.passes, 0);
    if (passes === 0 && seconds === 0) return [];
    const [before, after] = [climbOf(step, earlier), climbOf(step, until)];
    return [
      {
        id: step.id,
        title: step.title,
        minutes: seconds / 60,
        rungUnit: kindOf(step).rungUnit,
        fromBpm: before.cleanBpm,
        toBpm: after.cleanBpm,
        clean: tries.reduce((sum, one) => sum + (one.clean ? one.passes : 0), 0),
        passes,
        isNewlyDone: after.isDone && !before.isDone,
      },
    ];
  });
}

function stepOf(event: PlanEvent): string | undefined {
  const { stepId } = event as { readonly stepId?: string | null };
  return stepId ?? undefined;
}

/** In the order in which they were practised. */
function stepsOn(steps: readonly Step[], events: readonly PlanEvent[], day: Day): readonly Step[] {
  const today = events.filter((one) => one.day === day);
  const order = [
    ...new Set(
      today.toSorted((a, b) => a.at.localeCompare(b.at)).flatMap((one) => stepOf(one) ?? []),
    ),
  ];
  return order.flatMap((id) => steps.find((step) => step.id === id) ?? []);
}
