/** Minutes of practice by weekday, Monday first; seven of them. */
export type MinutesByWeekday = readonly number[];

/** When somebody practises, and from which day on, ISO 8601. */
export interface Practice {
  readonly minutesByWeekday: MinutesByWeekday;
  readonly today: string;
}

const DAY_MS = 86_400_000;
const MOST_DAYS = 3650;

function dayNumber(day: string): number {
  return Math.floor(Date.parse(`${day}T00:00:00Z`) / DAY_MS);
}

function toDay(number: number): string {
  return new Date(number * DAY_MS).toISOString().slice(0, 10);
}

/** 1 January 1970 was a Thursday. */
function weekdayOf(number: number): number {
  return (number + 3) % 7;
}

/**
 * Counts the days from one day to another, ISO 8601; negative where the other is earlier.
 *
 * @example
 * daysBetween('2026-11-26', '2026-12-12') // 16
 */
export function daysBetween(from: string, to: string): number {
  return dayNumber(to) - dayNumber(from);
}

/**
 * Finds the day on which so many minutes of practice, above 0, will have been reached, today counted in;
 * null where nobody practises or it takes over ten years. Nothing to practise is done today.
 *
 * @example
 * finishOn(31, { minutesByWeekday: [10, 10, 10, 10, 10, 0, 0], today: '2026-11-26' }) // '2026-12-01'
 */
export function finishOn(minutes: number, { minutesByWeekday, today }: Practice): string | null {
  const week = minutesByWeekday.reduce((sum, one) => sum + one, 0);
  if (minutes <= 0) return today;
  if (week <= 0) return null;
  const start = dayNumber(today);
  const weeks = Math.max(0, Math.ceil(minutes / week) - 1);
  if (weeks * 7 > MOST_DAYS) return null;
  let left = minutes - weeks * week;
  for (let day = start + weeks * 7; ; day++) {
    left -= minutesByWeekday[weekdayOf(day)] ?? 0;
    if (left <= 1e-9) return toDay(day);
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
export function practiceUntil(day: string, { minutesByWeekday, today }: Practice): Until {
  const start = dayNumber(today);
  const count = Math.min(MOST_DAYS, Math.max(0, dayNumber(day) - start));
  const minutes = Array.from(
    { length: count },
    (_, index) => minutesByWeekday[weekdayOf(start + index)] ?? 0,
  );
  return {
    days: minutes.filter((one) => one > 0).length,
    minutes: minutes.reduce((sum, one) => sum + one, 0),
  };
}
