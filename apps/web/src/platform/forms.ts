import type { AbstractControl, ValidationErrors, ValidatorFn } from '@angular/forms';
import { checked } from '@harvu/contract/fields';
import type { Schema } from 'yup';

/** Checks a form with the contract's own schema; the fault lands on the field it is about. */
export function fits(
  schema: Schema<unknown>,
  toValue: (value: unknown) => unknown = (v) => v,
): ValidatorFn {
  return (form: AbstractControl): ValidationErrors | null => {
    const result = checked(schema, toValue(form.value));
    return result.ok ? null : { [result.fault.field]: result.fault.message };
  };
}

/** Gives what is wrong with one field once the person has been there; empty when nothing is. */
export function faultOf(form: AbstractControl, field: string): string {
  const message = (form.errors?.[field] as string | undefined) ?? '';
  return form.get(field)?.touched ? message : '';
}

/** What was typed into a field of a plain form; nothing where there is no such field. */
export function typedIn(form: HTMLFormElement, name: string): string {
  const value = new FormData(form).get(name);
  return typeof value === 'string' ? value.trim() : '';
}
