import { isTimeZone } from '@harvu/core/day';
import { string } from 'yup';
import type { InferType } from 'yup';
import { exactly } from './fields';

/** What a studio sets for everybody in it. */
export const settingsSchema = exactly({
  /** An IANA name; what a day is, is counted in it. */
  timeZone: string()
    .strict(true)
    .required('must be a time zone')
    .max(64)
    .test('zone', 'must be a time zone such as Europe/Berlin', isTimeZone),
});
export type StudioSettings = InferType<typeof settingsSchema>;
