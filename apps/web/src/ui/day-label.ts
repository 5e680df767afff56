import { Pipe, type PipeTransform } from '@angular/core';
import { parseISO } from 'date-fns';

/** How much of a day or moment is told. */
type DayForm = 'day' | 'weekday' | 'time';

/** As whoever reads writes dates, in the language of the page. */
const LOCALE = navigator.languages.find((one) => one.startsWith('en')) ?? 'en-GB';

/** Tells a day as the reader writes it, "12 Dec" or "Dec 12", with its year where that is not this one. */
export function dayWords(iso: string, told: DayForm = 'day'): string {
  const date = parseISO(iso);
  if (Number.isNaN(date.getTime())) return '';
  const isThisYear = date.getFullYear() === new Date().getFullYear();
  return new Intl.DateTimeFormat(LOCALE, {
    day: 'numeric',
    month: 'short',
    ...(!isThisYear && { year: 'numeric' }),
    ...(told === 'weekday' && { weekday: 'long' }),
    ...(told === 'time' && { hour: '2-digit', minute: '2-digit' }),
  }).format(date);
}

/** A day or moment in words. */
@Pipe({ name: 'day' })
export class DayLabel implements PipeTransform {
  readonly transform = dayWords;
}
