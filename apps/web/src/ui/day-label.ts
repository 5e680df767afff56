import { Pipe, type PipeTransform } from '@angular/core';
import { format, parseISO } from 'date-fns';

/** A day or moment as "12 Dec", or "12 Dec, 16:05"; with its year where that is not this one. */
@Pipe({ name: 'day' })
export class DayLabel implements PipeTransform {
  transform(iso: string, show: 'day' | 'time' = 'day'): string {
    const date = parseISO(iso);
    const day = date.getFullYear() === new Date().getFullYear() ? 'd MMM' : 'd MMM yyyy';
    return format(date, show === 'time' ? `${day}, HH:mm` : day);
  }
}
