import { ValidationError, type Schema } from 'yup';

/** What is answered in the place of an item that is bad. */
export interface WorkError {
  readonly error: { readonly code: string; readonly message: string; readonly at: string };
}

/** One verb of the command: unknown JSON in, JSON out. */
export type Verb = (input: unknown) => unknown;

/** Makes an error answer; `at` is the field that is wrong, empty for the whole item. */
export function workError(code: string, message: string, at = ''): WorkError {
  return { error: { code, message, at } };
}

/** Makes a verb that checks its input first. */
export function verbOf<T>(schema: Schema<T>, work: (input: T) => unknown): Verb {
  return (input) => {
    try {
      return work(schema.validateSync(input, { strict: true }));
    } catch (error) {
      if (!(error instanceof ValidationError)) throw error;
      return workError('input', error.errors[0] ?? error.message, error.path ?? '');
    }
  };
}
