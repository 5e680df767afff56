import { boolean, type InferType } from 'yup';
import { exactly } from './fields';

/** Whether one’s dates may be read by a secret address. */
export interface OwnCalendar {
  /** Null where there is no address. */
  readonly madeAt: string | null;
  readonly hasPractice: boolean;
}

export const makeCalendarSchema = exactly({
  /** Whether practice stands in it, too. */
  hasPractice: boolean().strict(true).required('must be said'),
});
export type MakeCalendar = InferType<typeof makeCalendarSchema>;

/** Where one’s dates can be read from now on; told once. */
export interface MadeCalendar {
  readonly path: string;
}
