import { dayAt, type Day } from '@harvu/core/day';
import type { Clock } from '../../../platform/clock';
import type { Pdf } from '../pdf';
import { fileName, type PrintedSheet, type SheetAsked } from '../print-manner';
import type { PaperOrder } from './print-paper';

export interface PressDeps {
  readonly clock: Clock;
  readonly timeZone: () => Promise<string>;
  /** Prints in a thread of its own; not at all once whoever asked has gone. */
  readonly printPaper: (order: PaperOrder, gone: AbortSignal) => Promise<Pdf>;
}

/** What every paper needs: the studio's day, and somebody who prints. */
export function createPress({ clock, timeZone, printPaper }: PressDeps) {
  return {
    today: async (): Promise<Day> => dayAt(clock.now().toISOString(), await timeZone()),
    printed: async (
      order: PaperOrder,
      name: string,
      { gone }: SheetAsked,
    ): Promise<PrintedSheet> => ({ pdf: await printPaper(order, gone), name: fileName(name) }),
  };
}

export type Press = ReturnType<typeof createPress>;
