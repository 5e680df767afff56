import type { Step } from '../steps';
import { climbOf, type Climb } from './climb';
import type { Try } from '../events';

/** A step with where the student is on it. */
export interface StepProgress {
  readonly step: Step;
  readonly climb: Climb;
  /** done; open: all it needs is done; later: something it needs is not. */
  readonly state: 'done' | 'open' | 'later';
}

/**
 * Gives every step with the student's progress on it, in the order of the plan.
 *
 * @example
 * stepProgress([], []) // []
 */
export function stepProgress(
  steps: readonly Step[],
  tries: readonly Try[],
): readonly StepProgress[] {
  const climbs = steps.map((step) => climbOf(step, tries));
  const done = new Set(steps.filter((_, index) => climbs[index]?.isDone).map((step) => step.id));
  return steps.flatMap((step, index) => {
    const climb = climbs[index];
    if (!climb) return [];
    const isOpen = step.needs.every((id) => done.has(id));
    return [{ step, climb, state: climb.isDone ? 'done' : isOpen ? 'open' : 'later' }];
  });
}
