import { USUAL_CONSTANTS } from '../constants';

/**
 * Gives the seconds a change takes somebody who makes so many changes a minute, one strum each: t = 60/n −
 * 0.35 s, and at least what no change is quicker than.
 *
 * @example
 * Math.round(secondsOfDrill(60) * 100) // 65
 */
export function secondsOfDrill(changesAMinute: number): number {
  const { drillStrumSeconds, changeLeastSeconds } = USUAL_CONSTANTS;
  return Math.max(changeLeastSeconds, 60 / changesAMinute - drillStrumSeconds);
}
