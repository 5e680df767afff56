import { finishOn, practiceUntil, type Practice } from './calendar';
import type { Day } from '../day';
import type { PlanTime } from './plan-time';

/** Whether something will be learnt by a day. */
export interface Deadline {
  /** fits: even if it goes slowly; close: if it goes as usual; misses: not even then. */
  readonly verdict: 'fits' | 'close' | 'misses';
  /** Minutes that will be practised until then. */
  readonly minutesThere: number;
  /** Minutes a day of practice that the usual course needs; null where no day of practice is left. */
  readonly minutesADay: number | null;
  readonly finishOn: Day | null;
}

/**
 * Tells whether something that takes a range of minutes will be learnt before a day.
 *
 * @example
 * deadlineOf({ minutes: 60, low: 50, high: 80 }, '2026-12-03', { minutesByWeekday: [10, 10, 10, 10, 10, 0, 0], today: '2026-11-26' }) // { verdict: 'misses', minutesThere: 50, minutesADay: 12, finishOn: '2026-12-03' }
 */
export function deadlineOf(time: PlanTime, wantedOn: Day, practice: Practice): Deadline {
  const { days, minutes: minutesThere } = practiceUntil(wantedOn, practice);
  return {
    verdict: verdictOf(time, minutesThere),
    minutesThere,
    minutesADay: days === 0 ? null : Math.ceil(time.minutes / days),
    finishOn: finishOn(time.minutes, practice),
  };
}

function verdictOf({ minutes, high }: PlanTime, there: number): Deadline['verdict'] {
  if (high <= there) return 'fits';
  return minutes <= there ? 'close' : 'misses';
}
