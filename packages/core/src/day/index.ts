export {
  dayAfter,
  dayAt,
  daysBetween,
  isTimeZone,
  momentMs,
  parseDay,
  weekdayOf,
  WEEKDAYS,
} from './day';
export type { Day } from './day';
