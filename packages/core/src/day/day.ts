/** A day of the calendar, ISO 8601, in the studio's time zone: what counts for practice, not the moment. */
export type Day = `${number}-${number}-${number}`;

/** The days of the week in short, Monday first. */
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

const DAY_MS = 86_400_000;
const WEEK_DAYS = 7;
/** 1 January 1970 was a Thursday. */
const FIRST_WEEKDAY = 3;
const YEARS_A_ROUND = 400;
/** After so many days the calendar goes round. */
const DAYS_A_ROUND = 146_097;
/** From 1 March of the year 0 to 1 January 1970. */
const DAYS_BEFORE = 719_468;

const MOMENT = /^(\d{4}-\d\d-\d\d)T(\d\d):(\d\d)(?::(\d\d(?:\.\d+)?))?Z$/;

/**
 * Gives a moment (ISO 8601 in UTC) as milliseconds since 1970; NaN is never given: what is no moment is 0.
 *
 * @example
 * momentMs('1970-01-02T00:00:01.500Z') // 86401500
 */
export function momentMs(moment: string): number {
  const [, day = '', hours = '0', minutes = '0', seconds = '0'] = MOMENT.exec(moment) ?? [];
  if (day === '') return 0;
  const ofDay = (Number(hours) * 60 + Number(minutes)) * 60_000 + Number(seconds) * 1000;
  return numberOf(day) * DAY_MS + ofDay;
}

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
  // A day the calendar does not have counts as another.
  return dayOf(numberOf(value)) === value ? value : undefined;
}

/**
 * Gives the day so many days after another, before it where they are negative.
 *
 * @example
 * dayAfter('2026-11-26', 7) // '2026-12-03'
 */
export function dayAfter(day: Day, days: number): Day {
  return dayOf(numberOf(day) + days);
}

/**
 * Counts the days from one day to another; negative where the other is earlier.
 *
 * @example
 * daysBetween('2026-11-26', '2026-12-12') // 16
 */
export function daysBetween(from: Day, to: Day): number {
  return numberOf(to) - numberOf(from);
}

/**
 * Gives the weekday of a day, 0 for Monday to 6 for Sunday.
 *
 * @example
 * weekdayOf('2026-11-26') // 3
 */
export function weekdayOf(day: Day): number {
  return (((numberOf(day) + FIRST_WEEKDAY) % WEEK_DAYS) + WEEK_DAYS) % WEEK_DAYS;
}

/** Making a format costs much more than using it. */
const formats = new Map<string, Intl.DateTimeFormat>();

/**
 * Gives the day it is at a moment (ISO 8601) in a time zone (IANA name), whatever the clock of the
 * device is set to and on both sides of a clock change.
 *
 * @example
 * dayAt('2026-11-26T02:30:00.000Z', 'America/New_York') // '2026-11-25'
 */
export function dayAt(moment: string, timeZone: string): Day {
  const parts = formatIn(timeZone).formatToParts(momentMs(moment));
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

/**
 * The number of a day, 0 for 1 January 1970: years begin in March, so that a leap day is their last. Days are counted
 * here by themselves, for a date library takes ten times as long and they are counted everywhere.
 */
function numberOf(day: string): number {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  const fromMarch = (month + 9) % 12;
  const ownYear = month <= 2 ? year - 1 : year;
  const round = Math.floor(ownYear / YEARS_A_ROUND);
  const within = ownYear - round * YEARS_A_ROUND;
  const ofYear = Math.floor((153 * fromMarch + 2) / 5) + date - 1;
  const leaps = Math.floor(within / 4) - Math.floor(within / 100);
  return round * DAYS_A_ROUND + within * 365 + leaps + ofYear - DAYS_BEFORE;
}

/** The day of a number. */
function dayOf(number: number): Day {
  const shifted = number + DAYS_BEFORE;
  const round = Math.floor(shifted / DAYS_A_ROUND);
  const left = shifted - round * DAYS_A_ROUND;
  const within = Math.floor(
    (left - Math.floor(left / 1460) + Math.floor(left / 36_524) - Math.floor(left / 146_096)) / 365,
  );
  const ofYear = left - (365 * within + Math.floor(within / 4) - Math.floor(within / 100));
  const fromMarch = Math.floor((5 * ofYear + 2) / 153);
  const date = ofYear - Math.floor((153 * fromMarch + 2) / 5) + 1;
  const month = ((fromMarch + 2) % 12) + 1;
  const year = within + round * YEARS_A_ROUND + (month <= 2 ? 1 : 0);
  const two = (part: number): string => String(part).padStart(2, '0');
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(date)}` as Day;
}

function formatIn(timeZone: string): Intl.DateTimeFormat {
  const known = formats.get(timeZone);
  if (known) return known;
  const made = new Intl.DateTimeFormat('en-US', {
    timeZone,
    calendar: 'gregory',
    numberingSystem: 'latn',
    ...({ year: 'numeric', month: '2-digit', day: '2-digit' } as const),
  });
  formats.set(timeZone, made);
  return made;
}
