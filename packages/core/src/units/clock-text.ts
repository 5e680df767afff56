import type { Seconds } from './quantities';

const CLOCK = /^(\d{1,3}):([0-5]\d(?:\.\d{1,3})?)$/;

/**
 * Reads a time on the recording's clock, minutes and seconds; undefined when it is not one.
 *
 * @example
 * parseClock('0:14.2') // 14.2
 * @example
 * parseClock('1:75') // undefined
 */
export function parseClock(text: string): Seconds | undefined {
  const match = CLOCK.exec(text);
  if (!match) return undefined;
  // Whole milliseconds, so that a time reads back exactly as it was written.
  return (Math.round(Number(match[1]) * 60_000 + Number(match[2]) * 1000) / 1000) as Seconds;
}

/**
 * Writes seconds (from 0) as minutes and seconds, to the millisecond at most.
 *
 * @example
 * formatClock(214) // '3:34'
 * @example
 * formatClock(14.2) // '0:14.2'
 */
export function formatClock(seconds: number): string {
  const thousandths = Math.round(seconds * 1000);
  const minutes = Math.floor(thousandths / 60_000);
  const rest = (thousandths % 60_000) / 1000;
  return `${minutes}:${rest < 10 ? '0' : ''}${rest}`;
}
