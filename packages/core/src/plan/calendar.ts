import { dayAfter, daysBetween, weekdayOf, type Day } from '../day';

/** Minutes of practice by weekday, Monday first; seven of them. */
export type MinutesByWeekday = readonly number[];

/** When somebody practises, and from which day on. */
export interface Practice {
  readonly minutesByWeekday: MinutesByWeekday;
  readonly today: Day;
}

const MOST_DAYS = 3650;

/**
 * Finds the day on which so many minutes of practice, above 0, will have been reached, today counted in;
 * null where nobody practises or it takes over ten years. Nothing to practise is done today.
 *
 * @example
 * finishOn(31, { minutesByWeekday: [10, 10, 10, 10, 10, 0, 0], today: '2026-11-26' }) // '2026-12-01'
 */
export function finishOn(minutes: number, practice: Practice): Day | null {
  const { minutesByWeekday, today } = practice;
  const week = minutesByWeekday.reduce((sum, one) => sum + one, 0);
  if (minutes <= 0) return today;
  if (week <= 0) return null;
  const weeks = Math.max(0, Math.ceil(minutes / week) - 1);
  if (weeks * 7 > MOST_DAYS) return null;
  let left = minutes - weeks * week;
  let day = dayAfter(today, weeks * 7);
  for (;;) {
    left -= minutesOn(day, practice);
    if (left <= 1e-9) return day;
    day = dayAfter(day, 1);
  }
}

/** What can be practised up to a day, that day left out. */
export interface Until {
  readonly days: number;
  readonly minutes: number;
}

/**
 * Adds up the days with practice and their minutes from today to the day before another; none for a
 * day that is today or earlier.
 *
 * @example
 * practiceUntil('2026-12-03', { minutesByWeekday: [10, 10, 10, 10, 10, 0, 0], today: '2026-11-26' }) // { days: 5, minutes: 50 }
 */
export function practiceUntil(day: Day, practice: Practice): Until {
  const { today } = practice;
  const count = Math.min(MOST_DAYS, Math.max(0, daysBetween(today, day)));
  const minutes = Array.from({ length: count }, (_, index) =>
    minutesOn(dayAfter(today, index), practice),
  );
  return {
    days: minutes.filter((one) => one > 0).length,
    minutes: minutes.reduce((sum, one) => sum + one, 0),
  };
}

/**
 * Gives the day of the next lesson, after today: the next of its weekday (0 is Monday), or in a week
 * where none is agreed.
 *
 * @example
 * nextLessonOn('2026-11-26', 1) // '2026-12-01'
 */
export function nextLessonOn(today: Day, weekday: number | null): Day {
  const away = weekday === null ? 0 : (weekday - weekdayOf(today) + 7) % 7;
  return dayAfter(today, away === 0 ? 7 : away);
}

/** The minutes of a day, so many days after another. */
function minutesOn(day: Day, { minutesByWeekday }: Pick<Practice, 'minutesByWeekday'>): number {
  return minutesByWeekday[weekdayOf(day)] ?? 0;
}
