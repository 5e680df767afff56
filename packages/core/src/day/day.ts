import { isValid, parseISO } from 'date-fns';

/** A day of the calendar, ISO 8601, in the studio's time zone: what counts for practice, not the moment. */
export type Day = `${number}-${number}-${number}`;

/** Days of the calendar are reckoned in UTC, where each has as many hours; a date library takes ten times as long. */
const DAY_MS = 86_400_000;
const WEEK_DAYS = 7;
const DAY = /^\d{4}-\d\d-\d\d$/;

/**
 * Reads a day of the calendar that exists; undefined for anything else.
 *
 * @example
 * parseDay('2026-11-26') // '2026-11-26'
 * @example
 * parseDay('2026-02-30') // undefined
 */
export function parseDay(value: unknown): Day | undefined {
  if (typeof value !== 'string' || !DAY.test(value)) return undefined;
  return isValid(parseISO(value)) ? (value as Day) : undefined;
}

/**
 * Gives the day so many days after another, before it where they are negative.
 *
 * @example
 * dayAfter('2026-11-26', 7) // '2026-12-03'
 */
export function dayAfter(day: Day, days: number): Day {
  return new Date(Date.parse(day) + days * DAY_MS).toISOString().slice(0, 10) as Day;
}

/**
 * Counts the days from one day to another; negative where the other is earlier.
 *
 * @example
 * daysBetween('2026-11-26', '2026-12-12') // 16
 */
export function daysBetween(from: Day, to: Day): number {
  return Math.round((Date.parse(to) - Date.parse(from)) / DAY_MS);
}

/**
 * Gives the weekday of a day, 0 for Monday to 6 for Sunday.
 *
 * @example
 * weekdayOf('2026-11-26') // 3
 */
export function weekdayOf(day: Day): number {
  return (new Date(day).getUTCDay() + WEEK_DAYS - 1) % WEEK_DAYS;
}

/** Making a format costs much more than using it. */
const formats = new Map<string, Intl.DateTimeFormat>();

function formatIn(timeZone: string): Intl.DateTimeFormat {
  const known = formats.get(timeZone);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en-US', {
    ...{ timeZone, calendar: 'gregory', numberingSystem: 'latn' },
    ...({ year: 'numeric', month: '2-digit', day: '2-digit' } as const),
  });
  formats.set(timeZone, made);
  return made;
}

/**
 * Gives the day it is at a moment (ISO 8601) in a time zone (IANA name), whatever the clock of the
 * device is set to and on both sides of a clock change.
 *
 * @example
 * dayAt('2026-11-26T02:30:00.000Z', 'America/New_York') // '2026-11-25'
 */
export function dayAt(moment: string, timeZone: string): Day {
  const parts = formatIn(timeZone).formatToParts(Date.parse(moment));
  const part = (type: string): string => parts.find((one) => one.type === type)?.value ?? '';
  return `${part('year').padStart(4, '0')}-${part('month')}-${part('day')}` as Day;
}

/**
 * Tells whether a name is a time zone that is known here.
 *
 * @example
 * isTimeZone('Pacific/Auckland') // true
 * @example
 * isTimeZone('Mars/Olympus') // false
 */
export function isTimeZone(name: string): boolean {
  try {
    formatIn(name);
    return true;
  } catch {
    return false;
  }
}
