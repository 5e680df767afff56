import { dayAfter, daysBetween, weekdayOf, type Day } from '../day';
import type { Try } from '../events';

/** Days that are looked back on. */
const LOOK_BACK = 28;
/** Less than this says nothing of a habit. */
const LEAST_DAYS = 7;
const LEAST_PRACTISED = 4;
const WEEK = 7;

/**
 * Averages the minutes that were really practised on each weekday, Monday first, over the last four
 * weeks before a day, or since the first try where that is later; null where that is under a week, or
 * fewer than four days had practice.
 *
 * @example
 * practisedByWeekday([], '2026-11-26') // null
 */
export function practisedByWeekday(
  tries: readonly Pick<Try, 'day' | 'seconds'>[],
  today: Day,
): readonly number[] | null {
  const ages = tries.map(({ day, seconds }) => ({
    days: daysBetween(day, today),
    minutes: seconds / 60,
  }));
  const recent = ages.filter(({ days }) => days >= 1 && days <= LOOK_BACK);
  const span = Math.min(LOOK_BACK, Math.max(0, ...ages.map(({ days }) => days)));
  const practised = new Set(recent.map(({ days }) => days)).size;
  if (span < LEAST_DAYS || practised < LEAST_PRACTISED) return null;
  const weekday = (days: number): number => weekdayOf(dayAfter(today, -days));
  const sums = Array<number>(WEEK).fill(0);
  for (const { days, minutes } of recent)
    sums[weekday(days)] = (sums[weekday(days)] ?? 0) + minutes;
  const counts = Array<number>(WEEK).fill(0);
  for (let days = 1; days <= span; days++) counts[weekday(days)] = (counts[weekday(days)] ?? 0) + 1;
  return sums.map((sum, index) => sum / Math.max(1, counts[index] ?? 1));
}
