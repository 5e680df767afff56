export { dayAfter, dayAt, daysBetween, isTimeZone, momentMs, parseDay, weekdayOf } from './day';
export type { Day } from './day';
