import { format, parseISO } from 'date-fns';
import type { Day } from '../day';

/** How a day is told. */
export type DayTold = (day: Day) => string;

/**
 * Tells a day in words.
 *
 * @example
 * dayWords('2026-11-26') // '26 Nov'
 */
export function dayWords(day: Day): string {
  return format(parseISO(day), 'd MMM');
}
