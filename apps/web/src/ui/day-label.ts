import { Pipe, type PipeTransform } from '@angular/core';
import { format, parseISO } from 'date-fns';

/** A day or moment as "12 Dec"; with its year where that is not this one. */
@Pipe({ name: 'day' })
export class DayLabel implements PipeTransform {
  transform(iso: string): string {
    const date = parseISO(iso);
    return format(date, date.getFullYear() === new Date().getFullYear() ? 'd MMM' : 'd MMM yyyy');
  }
}
