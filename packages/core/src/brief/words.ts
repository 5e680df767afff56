import { format, parseISO } from 'date-fns';
import type { Day } from '../day';
import type { ClimbedStep } from '../progress';

/** "26 Nov" */
export function dayWords(day: Day): string {
  return format(parseISO(day), 'd MMM');
}

/** "3 days" */
export function counted(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}

/** "70 bpm", "60 changes a minute" */
export function tempoWords(tempo: number, { rungUnit }: Pick<ClimbedStep, 'rungUnit'>): string {
  return `${tempo} ${rungUnit}`;
}

/** A step's title without what only its own page needs to say. */
export function shortTitle(title: string): string {
  return title.split(':')[0] ?? title;
}
