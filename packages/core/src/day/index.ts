export { dayAfter, dayAt, daysBetween, isTimeZone, parseDay, weekdayOf } from './day';
export type { Day } from './day';
