import type { Layer } from '../song';
import { kindOf, type Step } from '../steps';

/** Minutes of practice until something is reached for the first time; null where it never is. */
export interface Milestones {
  /** The first section in the layer that is the goal. */
  readonly firstSection: number | null;
  readonly wholeBare: number | null;
  /** The whole song in the layer that is the goal. */
  readonly whole: number | null;
  readonly end: number;
}

/**
 * Works out how soon the milestones of a plan come, in minutes of practice in the order of its steps.
 *
 * @example
 * milestonesOf([], 'full') // { firstSection: null, wholeBare: null, whole: null, end: 0 }
 */
export function milestonesOf(steps: readonly Step[], goal: Layer): Milestones {
  let minutes = 0;
  const ends = steps.map((step) => (minutes += step.minutes));
  const reached = (isIt: (step: Step) => boolean): number | null => {
    const place = steps.findIndex(isIt);
    return place < 0 ? null : (ends[place] ?? null);
  };
  return {
    firstSection: reached((step) => step.layer === goal && kindOf(step).holdsPart === true),
    wholeBare: reached((step) => isWhole(step, 'bare')),
    whole: reached((step) => isWhole(step, goal)),
    end: minutes,
  };
}

function isWhole(step: Step, layer: Layer): boolean {
  return step.layer === layer && kindOf(step).subject === 'whole';
}
