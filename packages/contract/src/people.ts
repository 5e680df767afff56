import type { Conventions } from '@harvu/core/conventions';
import { boolean, string, type InferType, type Schema } from 'yup';
import { exactly, maybeDay, maybeWords, words } from './fields';

export const ROLES = ['owner', 'teacher', 'student'] as const;
export type Role = (typeof ROLES)[number];

export const SHORTEST_PASSWORD = 8;

const signInName = () =>
  string()
    .strict(true)
    .required('must be filled in')
    .matches(
      /^[a-z0-9][a-z0-9._-]{1,39}$/,
      'must be 2 to 40 small letters, digits, dots or dashes',
    );

const password = () =>
  string()
    .strict(true)
    .required('must be filled in')
    .min(SHORTEST_PASSWORD, `must be at least ${SHORTEST_PASSWORD} characters`)
    .max(200, 'must be at most 200 characters');

export const signInSchema = exactly({ signInName: words(40), password: words(200) });
export type SignIn = InferType<typeof signInSchema>;

export const setUpSchema = exactly({
  studioName: words(80),
  name: words(80),
  signInName: signInName(),
  password: password(),
});
export type SetUp = InferType<typeof setUpSchema>;

export const newPersonSchema = exactly({
  name: words(80),
  signInName: signInName(),
  password: password(),
  role: string()
    .strict(true)
    .required('must be chosen')
    .oneOf(ROLES, 'must be owner, teacher or student'),
  isMinor: boolean().strict(true).required('must be said'),
  guardian: maybeWords(200),
  guardianConsentOn: maybeDay(),
});
export type NewPerson = InferType<typeof newPersonSchema>;

export const passwordResetSchema = exactly({ password: password() });
export type PasswordReset = InferType<typeof passwordResetSchema>;

export const consentSchema = exactly({ guardian: words(200), guardianConsentOn: maybeDay() });
export type Consent = InferType<typeof consentSchema>;

/** A person as others of the studio may see them. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}

const oneOf = <Choice extends string>(...choices: readonly Choice[]) =>
  string<Choice>()
    .strict(true)
    .required('must be chosen')
    .oneOf([...choices], `must be ${choices.join(' or ')}`);

/** How somebody likes strings, frets and names shown; everybody chooses for themselves. */
export const conventionsSchema = exactly({
  strings: oneOf('numbers', 'letters'),
  frets: oneOf('capo', 'nut'),
  names: oneOf('shape', 'sounding'),
  counts: oneOf('syllables', 'numbers'),
  leftHanded: boolean().strict(true).required('must be said'),
}) as unknown as Schema<Conventions>;

/** Who is signed in, with how they like things shown and what day it is where they learn. */
export interface Me extends Person {
  /** The studio's time zone, as an IANA name. */
  readonly timeZone: string;
  readonly conventions: Conventions;
}

/** A person as the owner and teachers see them. */
export interface PersonRecord extends Person {
  readonly signInName: string;
  readonly isMinor: boolean;
  /** The guardian's name and contact; empty for an adult. */
  readonly guardian: string;
  readonly guardianConsentOn: string | null;
}

/** What anybody may know before signing in. */
export interface StudioDoor {
  readonly studioName: string;
  /** True until the first owner is made. */
  readonly needsSetUp: boolean;
  /** Offered in demo mode only. */
  readonly demoAccounts: readonly DemoAccount[];
}

export interface DemoAccount {
  readonly signInName: string;
  readonly name: string;
  readonly role: Role;
  readonly password: string;
}
