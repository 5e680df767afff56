import { dictionary } from '@zxcvbn-ts/language-common';
import { badRequest } from '../../platform/errors';

let known: ReadonlySet<string> | undefined;

/** A password as it is compared and kept: one way of writing each letter, whatever the keyboard. */
export function normalised(password: string): string {
  return password.normalize('NFKC');
}

/** Refuses passwords that everybody tries first, and one's own sign-in name. */
export function mustBeUncommon(password: string, field = 'password'): void {
  known ??= new Set(dictionary['passwords'] as readonly string[]);
  if (known.has(normalised(password).toLowerCase())) {
    throw badRequest(
      'This password is one of those that are tried first.',
      'Choose a longer one that is only yours: three words that do not belong together, say.',
      field,
    );
  }
}
