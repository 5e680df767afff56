import { isRealDate } from './real-date';
import { number, object, string, ValidationError, type ObjectShape, type Schema } from 'yup';

/** An object of exactly these fields: no others, no conversion of types. */
export function exactly<Fields extends ObjectShape>(fields: Fields) {
  return object(fields).noUnknown('is not known here').strict(true);
}

/** Half of a letter, as a broken program sends it; no text that was typed has one. */
const HALF_A_LETTER = /\p{Surrogate}/u;
const wholeLetters = (value: string | undefined) =>
  value === undefined || !HALF_A_LETTER.test(value);
const WHOLE_LETTERS = ['letters', 'must be made of whole letters', wholeLetters] as const;

/** Words a person typed: trimmed, so many characters at most, at least one. */
export const words = (longest: number) =>
  string()
    .strict(true)
    .required('must be filled in')
    .max(longest, `must be at most ${longest} characters`)
    .matches(/\S/, 'must not be blank')
    .test(...WHOLE_LETTERS);

/** Words that may be left empty. */
export const maybeWords = (longest: number) =>
  string()
    .strict(true)
    .defined('must be there')
    .max(longest, `must be at most ${longest} characters`)
    .test(...WHOLE_LETTERS);

/** An id as the server and the clients make them: a UUID. */
export const id = () => string().strict(true).required('must be an id').uuid('must be an id');

/** A whole number within bounds. */
export const whole = (from: number, to: number) =>
  number()
    .strict(true)
    .required('must be a number')
    .integer('must be a whole number')
    .min(from, `must be at least ${from}`)
    .max(to, `must be at most ${to}`);

/** A day of the calendar that exists, as 2026-11-24; null where none is set. */
export const maybeDay = () =>
  string()
    .strict(true)
    .defined('must be a day or null')
    .nullable()
    .test('day', 'must be a day that exists, such as 2026-12-04', (value) =>
      value == null ? true : isRealDate(value),
    );

/** A day of the calendar that exists. */
export const day = () =>
  string()
    .strict(true)
    .required('must be a day')
    .test('day', 'must be a day that exists, such as 2026-12-04', isRealDate);

/** A day of the calendar that may be left out. */
export const optionalDay = () =>
  string()
    .strict(true)
    .optional()
    .test('day', 'must be a day that exists, such as 2026-12-04', (value) =>
      value === undefined ? true : isRealDate(value),
    );

const MOMENT = /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{3})?Z$/;
const isMoment = (value: string | null | undefined) =>
  value == null ||
  (MOMENT.test(value) && isRealDate(value.slice(0, 10)) && !Number.isNaN(Date.parse(value)));
const maybeMoment = () =>
  string().strict(true).test('moment', 'must be a time such as 2026-11-24T16:05:00.000Z', isMoment);

/** A moment, ISO 8601 in UTC. */
export const moment = () => maybeMoment().required('must be a time');

/** A moment, or null where there was none. */
export const momentOrNull = () => maybeMoment().defined('must be a time or null').nullable();

/** A moment that may be left out. */
export const optionalMoment = () => maybeMoment().optional();

/** What is wrong with a value, and where in it. */
export interface FieldFault {
  readonly field: string;
  readonly message: string;
}

/** A value that fits its schema, or what is wrong with it. */
export type Checked<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fault: FieldFault };

/** An object with a field too many is told at that field. */
function fieldOf({ type, path = '', params }: ValidationError): string {
  const named = params?.['unknown'];
  const unknown = type === 'noUnknown' && typeof named === 'string' ? named : '';
  return [path, unknown.split(', ')[0]].filter(Boolean).join('.');
}

/** Checks an unknown value against a schema, without changing it. */
export function checked<T>(schema: Schema<T>, value: unknown): Checked<T> {
  try {
    return { ok: true, value: schema.validateSync(value, { strict: true, abortEarly: true }) };
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error;
    return {
      ok: false,
      fault: { field: fieldOf(error), message: error.errors[0] ?? error.message },
    };
  }
}
