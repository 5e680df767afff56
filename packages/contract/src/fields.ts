import type { Day } from '@harvu/core/day';
import { isRealDate } from './real-date';
import { mixed, number, object, string, ValidationError, type ObjectShape, type Schema } from 'yup';

/** A schema for each field of a value: what it gives must fit the field. */
type FieldsOf<T> = {
  readonly [Name in keyof T]-?: SchemaLike & { readonly __outputType: Loose<T[Name]> };
};

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- what a schema is made of beside its values is no matter here
type SchemaLike = Schema<any, any, any, any>;

/** A value as a schema gives it: a figure is any number, what lies deeper is checked by its own schema. */
type Loose<Value> = Value extends number
  ? number
  : Value extends boolean
    ? boolean
    : Value extends readonly (infer Entry)[]
      ? readonly Loose<Entry>[]
      : Value;

/**
 * An object of exactly these fields: no others, no conversion of types. `exactly<T>()({ ... })` is one that
 * has the fields of `T`: it does not compile where one is missing, too many or of another type.
 */
export function exactly<T extends object>(): (fields: FieldsOf<T>) => ObjectOf<T>;
export function exactly<Fields extends ObjectShape>(fields: Fields): OfFields<Fields>;
export function exactly(fields?: ObjectShape): unknown {
  return fields ? ofFields(fields) : ofFields;
}

type ObjectOf<T> = Schema<T> & { readonly fields: FieldsOf<T> };
type OfFields<Fields extends ObjectShape> = ReturnType<typeof ofFields<Fields>>;

/** What may be left out. */
export function maybe<T>(schema: Schema<T>): Schema<T | undefined> {
  return schema.clone({ optional: true, default: undefined }) as Schema<T | undefined>;
}

/** What is there or is null. */
export function orNull<T>(schema: Schema<T>, otherwise: string): Schema<T | null> {
  return schema.clone({ nullable: true }).defined(otherwise) as Schema<T | null>;
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
  string<Day>()
    .strict(true)
    .defined('must be a day or null')
    .nullable()
    .test('day', 'must be a day that exists, such as 2026-12-04', (value) =>
      value == null ? true : isRealDate(value),
    );

/** A day of the calendar that exists. */
export const day = () =>
  string<Day>()
    .strict(true)
    .required('must be a day')
    .test('day', 'must be a day that exists, such as 2026-12-04', isRealDate);

/** A day of the calendar that may be left out. */
export const optionalDay = () =>
  string<Day>()
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

/** A value that a schema of its own kind checks; another one says what is wrong where the kind is not known. */
export function byKind<T extends { readonly kind: string }>(
  kinds: Readonly<Record<T['kind'], Schema>>,
  unknown: Schema,
): Schema<T> {
  const schemas = new Map<unknown, Schema>(Object.entries(kinds));
  return checkedBy<T>((value) =>
    checked(schemas.get((value as Partial<T> | null)?.kind) ?? unknown, value),
  );
}

/** A value that is checked all at once; what is wrong is told at its place in it. */
export function checkedBy<T>(
  check: (value: unknown) => Checked<unknown>,
  otherwise = 'must be there',
): Schema<T> {
  return mixed((value): value is T & {} => value !== undefined)
    .required(otherwise)
    .test({
      name: 'whole',
      skipAbsent: true,
      test: (value, { createError, path: at }) => {
        const found = check(value);
        if (found.ok) return true;
        const { field, message } = found.fault;
        return createError({ path: [at, field].filter(Boolean).join('.'), message });
      },
    });
}

function ofFields<Fields extends ObjectShape>(fields: Fields) {
  return object(fields).noUnknown('is not known here').strict(true);
}

/** An object with a field too many is told at that field. */
function fieldOf({ type, path = '', params }: ValidationError): string {
  const named = params?.['unknown'];
  const unknown = type === 'noUnknown' && typeof named === 'string' ? named : '';
  return [path, unknown.split(', ')[0]].filter(Boolean).join('.');
}
