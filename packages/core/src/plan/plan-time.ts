import type { Step } from '../steps';
import type { Constants } from '../constants';

/** How long something takes, as a range: quicker in one of ten cases, slower in one of ten. */
export interface PlanTime {
  readonly minutes: number;
  readonly low: number;
  readonly high: number;
}

/** The 90 % point of the normal distribution. */
const TENTH = 1.2816;

/**
 * Adds up the minutes of steps as a range. Steps vary by themselves, which evens out over many, and
 * with the student, which does not; both as log-normal shares (assumptions table).
 *
 * @example
 * timeOf([], USUAL_CONSTANTS) // { minutes: 0, low: 0, high: 0 }
 */
export function timeOf(
  steps: readonly Pick<Step, 'minutes'>[],
  { stepSpread, paceSpread }: Pick<Constants, 'stepSpread' | 'paceSpread'>,
): PlanTime {
  const minutes = steps.reduce((sum, step) => sum + step.minutes, 0);
  if (minutes === 0) return { minutes, low: 0, high: 0 };
  const squares = steps.reduce((sum, step) => sum + (step.minutes / minutes) ** 2, 0);
  const spread = Math.sqrt(paceSpread ** 2 + stepSpread ** 2 * squares);
  const factor = Math.exp(TENTH * spread);
  return { minutes, low: minutes / factor, high: minutes * factor };
}
