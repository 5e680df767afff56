import type { Paper, Person } from '@harvu/contract';
import type { Day } from '@harvu/core/day';
import type { Pdf } from './pdf';
import type { Sheet } from './sheet';

/** Who asks for a paper, of which size, and the sign that they have gone. */
export interface SheetAsked {
  readonly person: Person;
  readonly paper: Paper;
  readonly gone: AbortSignal;
}

/** A paper that is ready, and the name its file gets. */
export interface PrintedSheet {
  readonly pdf: Pdf;
  readonly name: string;
}

export const PAPER_SIZES: Readonly<Record<Paper, Sheet['paper']>> = { a4: 'A4', letter: 'LETTER' };

export function fileName(title: string): string {
  const plain = title
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '');
  return `${plain || 'sheet'}.pdf`;
}

/** A day as it is written where the paper is used. */
export function dayOnPaper(day: Day, paper: Paper, told: 'day' | 'weekday' | 'year'): string {
  const locale = paper === 'letter' ? 'en-US' : 'en-GB';
  return new Intl.DateTimeFormat(locale, {
    day: 'numeric',
    month: 'short',
    timeZone: 'UTC',
    ...(told === 'weekday' && { weekday: 'long' }),
    ...(told === 'year' && { year: 'numeric' }),
  }).format(new Date(day));
}
