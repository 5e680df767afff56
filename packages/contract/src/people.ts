import type { Conventions } from '@harvu/core/conventions';
import { array, boolean, string, type InferType } from 'yup';
import { exactly, maybeDay, maybeWords, words } from './fields';
import { MINOR_BANDS, studentProfileSchema } from './students';

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

const MOST_LETTERS = 200;

/** As many letters as a person counts, whichever way a keyboard writes them. */
const lettersIn = (value: string) => [...value.normalize('NFKC')].length;

const password = () =>
  string()
    .strict(true)
    .required('must be filled in')
    // Bounded before anything is counted.
    .max(4 * MOST_LETTERS, `must be at most ${MOST_LETTERS} characters`)
    .test(
      'least',
      `must be at least ${SHORTEST_PASSWORD} characters`,
      (value) => lettersIn(value) >= SHORTEST_PASSWORD,
    )
    .test(
      'most',
      `must be at most ${MOST_LETTERS} characters`,
      (value) => lettersIn(value) <= MOST_LETTERS,
    );

/** From an authenticator, or one of the codes kept for when it is lost. */
const factorCode = () =>
  string()
    .strict(true)
    .required('must be filled in')
    .matches(/^[0-9A-Za-z -]{6,20}$/, 'must be the six digits, or a recovery code');

export const signInSchema = exactly({
  signInName: words(40),
  password: words(4 * MOST_LETTERS),
  /** For an account with a second factor. */
  code: string().strict(true).max(20, 'must be at most 20 characters').optional(),
});
export type SignIn = InferType<typeof signInSchema>;

export const setUpSchema = exactly({
  studioName: words(80),
  name: words(80),
  signInName: signInName(),
  password: password(),
  /** Printed where the server was started. */
  code: words(40),
});
export type SetUp = InferType<typeof setUpSchema>;

const role = () =>
  string()
    .strict(true)
    .required('must be chosen')
    .oneOf(ROLES, 'must be owner, teacher or student');

export const newPersonSchema = exactly({
  name: words(80),
  signInName: signInName(),
  password: password(),
  role: role(),
  isMinor: boolean().strict(true).required('must be said'),
  guardian: maybeWords(200),
  guardianConsentOn: maybeDay(),
  /** How old a minor is; it is said with the account, so that no first page is for somebody older. */
  ageBand: string().strict(true).oneOf(MINOR_BANDS, 'must be chosen').optional(),
});
export type NewPerson = InferType<typeof newPersonSchema>;

const MOST_AT_ONCE = 300;

/** Students who come from somewhere else; none of them can sign in until the owner gives a password. */
export const addStudentsSchema = exactly({
  students: array()
    .of(
      exactly({
        name: words(80),
        signInName: signInName(),
        guardian: maybeWords(200),
        isMinor: boolean().strict(true).required('must be said'),
        guardianConsentOn: maybeDay(),
        profile: studentProfileSchema,
      }),
    )
    .strict(true)
    .required('must be a list')
    .min(1, 'must name somebody')
    .max(MOST_AT_ONCE, `must name at most ${MOST_AT_ONCE} students`),
});
export type AddStudents = InferType<typeof addStudentsSchema>;

/** How many were added. */
export interface Added {
  readonly added: number;
}

export const passwordResetSchema = exactly({ password: password() });
export type PasswordReset = InferType<typeof passwordResetSchema>;

/** One's own password, and the one to have instead. */
export const ownPasswordSchema = exactly({ password: words(4 * MOST_LETTERS), next: password() });
export type OwnPassword = InferType<typeof ownPasswordSchema>;

/** One's own password, asked again before something that cannot be taken back. */
export const confirmSchema = exactly({ password: words(4 * MOST_LETTERS) });
export type Confirm = InferType<typeof confirmSchema>;

export const roleSchema = exactly({ role: role() });
export type RoleChange = InferType<typeof roleSchema>;

export const factorSchema = exactly({ code: factorCode() });
export type FactorCode = InferType<typeof factorSchema>;

/** What an authenticator is fed with. */
export interface FactorStart {
  readonly secret: string;
  readonly uri: string;
}

/** Shown once; each opens the account once. */
export interface RecoveryCodes {
  readonly codes: readonly string[];
}

/** One place where somebody is signed in. */
export interface OwnSession {
  readonly id: string;
  /** The browser and system it said it was. */
  readonly device: string;
  readonly createdAt: string;
  readonly seenAt: string;
  readonly isThis: boolean;
}

/** What an owner or teacher did, or what happened at the door. */
export interface Act {
  readonly at: string;
  readonly act: string;
  /** Empty where nobody was signed in. */
  readonly by: string;
  /** The person or song it was about; empty for none. */
  readonly about: string;
}

/** A consent as it was recorded, or taken back. */
export interface ConsentRecord {
  readonly guardian: string;
  readonly consentOn: string | null;
  readonly recordedBy: string;
  readonly recordedAt: string;
}

/** What was brought back with a studio. */
export interface Restored {
  readonly studioName: string;
  readonly people: number;
  readonly songs: number;
  /** When it was given out. */
  readonly exportedAt: string;
}

/** What erasing somebody took away, and what it left. */
export interface Erased {
  readonly removed: Readonly<Record<string, number>>;
  readonly kept: readonly string[];
}

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
export const conventionsSchema = exactly<Conventions>()({
  strings: oneOf('numbers', 'letters'),
  frets: oneOf('capo', 'nut'),
  names: oneOf('shape', 'sounding'),
  counts: oneOf('syllables', 'numbers'),
  leftHanded: boolean().strict(true).required('must be said'),
});

/** Who is signed in, with how they like things shown and what day it is where they learn. */
export interface Me extends Person {
  /** The studio's time zone, as an IANA name. */
  readonly timeZone: string;
  readonly conventions: Conventions;
  /** True for an owner or teacher whose sign-in asks for a code, too. */
  readonly hasSecondFactor: boolean;
  /** True in a studio of made-up people, which every page says. */
  readonly isDemo: boolean;
  /** Things are said to them as to a child. */
  readonly isChild?: true;
}

/** A person as the owner and teachers see them. */
export interface PersonRecord extends Person {
  readonly signInName: string;
  readonly isMinor: boolean;
  /** The guardian's name and contact; empty for an adult. */
  readonly guardian: string;
  readonly guardianConsentOn: string | null;
  /** True for an account that is put away: nobody signs in with it. */
  readonly isPutAway: boolean;
}

/** What anybody may know before signing in. */
export interface StudioDoor {
  readonly studioName: string;
  /** True until the first owner is made. */
  readonly needsSetUp: boolean;
  /** True in a studio of made-up people. */
  readonly isDemo: boolean;
  /** Offered in demo mode only. */
  readonly demoAccounts: readonly DemoAccount[];
}

export interface DemoAccount {
  readonly signInName: string;
  readonly name: string;
  readonly role: Role;
  readonly password: string;
}
