import { format, parseISO } from 'date-fns';
import type { Day } from '../day';
import type { ClimbedStep } from '../progress';

/** How a day is told. */
export type DayTold = (day: Day) => string;

/** "26 Nov" */
export function dayWords(day: Day): string {
  return format(parseISO(day), 'd MMM');
}

/** "70 bpm", "60 changes a minute" */
export function tempoWords(tempo: number, { rungUnit }: Pick<ClimbedStep, 'rungUnit'>): string {
  return `${tempo} ${rungUnit}`;
}

/** ": bars 1–4, 7 and 9 only" */
const BARS_TOLD = /: bars? \d+(?:–\d+)?(?:, \d+(?:–\d+)?)*(?: and \d+(?:–\d+)?)?(?: only)?/;

/**
 * Gives a step's title without the bars it is about; its layer stays, for it makes another step of it.
 *
 * @example
 * shortTitle('D′ Chorus 2: bar 9 only, one strum a chord') // 'D′ Chorus 2, one strum a chord'
 */
export function shortTitle(title: string): string {
  return title.replace(BARS_TOLD, '').replace(/: (?:as .+, ends at bar \d+|two bars into two)/, '');
}
