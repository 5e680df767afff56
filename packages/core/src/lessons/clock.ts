import { TZDate } from '@date-fns/tz';
import { format } from 'date-fns';
import type { Day } from '../day';

/** A time of a day as clocks show it in a time zone. */
export interface ClockTime {
  readonly day: Day;
  /** As "16:30". */
  readonly time: string;
}

/**
 * Gives the moment at which clocks in a time zone show a time, ISO 8601 in UTC; of a time the clocks skip, the moment
 * as much later; of one they show twice, the second.
 *
 * @example
 * momentOf({ day: '2026-11-27', time: '16:30' }, 'Europe/Berlin') // '2026-11-27T15:30:00.000Z'
 */
export function momentOf({ day, time }: ClockTime, timeZone: string): string {
  const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
  const [hours = 0, minutes = 0] = time.split(':').map(Number);
  const moment = new TZDate(year, month - 1, date, hours, minutes, timeZone);
  return moment.withTimeZone('UTC').toISOString().replace('+00:00', 'Z');
}

/**
 * Gives the day and the time that clocks in a time zone show at a moment.
 *
 * @example
 * clockAt('2026-11-27T15:30:00.000Z', 'Europe/Berlin') // { day: '2026-11-27', time: '16:30' }
 */
export function clockAt(moment: string, timeZone: string): ClockTime {
  const there = new TZDate(moment, timeZone);
  return { day: format(there, 'yyyy-MM-dd') as Day, time: format(there, 'HH:mm') };
}
