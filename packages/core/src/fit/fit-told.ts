import type { Day } from '../day';
import type { Fit } from './fit';

/** A fit as it is sent and shown: without the plan of the simpler version. */
export interface FitTold extends Omit<Fit, 'simpler'> {
  readonly simpler: {
    /** What is simpler about it, in a few words each. */
    readonly words: readonly string[];
    readonly minutes: number;
    readonly readyOn: Day | null;
  } | null;
}

/**
 * Puts how well a song fits into what can be sent and kept.
 *
 * @example
 * fitTold(fitFor(EMPTY_SONG, { practice: { minutesByWeekday: [9, 9, 9, 9, 9, 9, 9], today: '2026-11-27' } })).simpler // null
 */
export function fitTold({ simpler, ...fit }: Fit): FitTold {
  return {
    ...fit,
    simpler: simpler && {
      words: simpler.words,
      minutes: simpler.time.minutes,
      readyOn: simpler.deadline.finishOn,
    },
  };
}
