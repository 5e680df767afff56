import type { ShownSkills, Student } from '@harvu/core/player';
import { array, number, string, type InferType } from 'yup';
import { exactly, maybeWords, whole, words } from './fields';

export const MINOR_BANDS = ['under 10', '10 to 12', '13 to 17'] as const;
export const AGE_BANDS = [...MINOR_BANDS, 'adult'] as const;

const MOST_OWNED = 500;
const MOST_CHANGES = 500;

const measure = (least: number, most: number) =>
  number()
    .strict(true)
    .defined('must be a number or null')
    .nullable()
    .min(least, `must be at least ${least}`)
    .max(most, `must be at most ${most}`);

const names = (longest: number) =>
  array()
    .of(words(longest))
    .strict(true)
    .required('must be a list')
    .max(MOST_OWNED, `must have at most ${MOST_OWNED} entries`);

const measuredChange = exactly({
  from: words(24),
  to: words(24),
  seconds: number().strict(true).required('must be a number').min(0.05).max(30),
});

const lessonSlot = exactly({
  weekday: whole(0, 6),
  time: string()
    .strict(true)
    .required('must be a time')
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a time such as 16:30'),
  minutes: whole(5, 240),
})
  .nullable()
  .defined('must be a slot or null');

/** What a studio knows of a student beside their account: only what teaching needs. */
export const studentProfileSchema = exactly({
  ageBand: string().strict(true).required('must be chosen').oneOf(AGE_BANDS),
  instrument: maybeWords(80),
  scaleLengthMm: measure(300, 1000),
  /** Comfortable reach from finger 1 to 4. */
  stretchMm: measure(40, 250),
  plays: string()
    .strict(true)
    .required('must be chosen')
    .oneOf(['pick', 'fingers', 'both'] as const),
  /** Monday first. */
  minutesByWeekday: array()
    .of(whole(0, 600))
    .strict(true)
    .required('must be a list')
    .length(7, 'must have seven days'),
  lessonSlot,
  /** Whose student they are; null for nobody's in particular. */
  teacherId: string()
    .strict(true)
    .defined('must be an id or null')
    .nullable()
    .uuid('must be an id'),
  ownedGrips: names(60),
  ownedPatterns: names(400),
  changes: array()
    .of(measuredChange)
    .strict(true)
    .required('must be a list')
    .max(MOST_CHANGES, `must have at most ${MOST_CHANGES} entries`),
  strokesPerSecond: measure(0.2, 40),
  /** How much faster each rung is, in percent; the studio's where null. */
  rungPercent: measure(2, 50),
  songsPlayed: maybeWords(500),
  /** The lowest and the highest note they sing, as "A3 D5"; empty where they do not. */
  voiceRange: string()
    .strict(true)
    .defined()
    .matches(/^([A-G][#b]?\d [A-G][#b]?\d)?$/, 'must be two notes such as A3 D5, or empty'),
  /** A flag such as "sore wrist", never a record of health. */
  bodyNote: maybeWords(60),
  saidLast: maybeWords(300),
});
export type StudentProfile = InferType<typeof studentProfileSchema>;

/** When a student comes to their lesson; null where no slot is agreed. */
export type LessonSlot = StudentProfile['lessonSlot'];

/** A student nobody has told anything of yet. */
export const NEW_PROFILE: StudentProfile = {
  ageBand: 'adult',
  instrument: '',
  scaleLengthMm: null,
  stretchMm: null,
  plays: 'pick',
  minutesByWeekday: [15, 15, 15, 15, 15, 15, 15],
  lessonSlot: null,
  teacherId: null,
  ownedGrips: [],
  ownedPatterns: [],
  changes: [],
  strokesPerSecond: null,
  rungPercent: null,
  songsPlayed: '',
  voiceRange: '',
  bodyNote: '',
  saidLast: '',
};

export interface SaveProfile {
  readonly baseVersion: number;
  readonly profile: StudentProfile;
}

export const saveProfileSchema = exactly({
  baseVersion: whole(0, 1_000_000),
  profile: studentProfileSchema,
});

/** What is known of a student: what somebody said, and what their practice has shown. */
export interface KnownStudent {
  readonly id: string;
  readonly name: string;
  /** 0 while nobody has said anything. */
  readonly version: number;
  readonly profile: StudentProfile;
  readonly shown: ShownSkills;
  /** Minutes they really practise on each weekday, Monday first; null where little is logged yet. */
  readonly practised: readonly number[] | null;
  readonly leftHanded: boolean;
  /** Who could teach them; nobody for the student. */
  readonly teachers: readonly { readonly id: string; readonly name: string }[];
}

/** Brings together what decides a student's steps. */
export function toStudent(profile: StudentProfile, shown: ShownSkills): Student {
  const { scaleLengthMm, stretchMm, rungPercent } = profile;
  // What the teacher says holds over what was measured.
  const strokesPerSecond = profile.strokesPerSecond ?? shown.strokesPerSecond ?? null;
  const { strokesAtLeast } = shown;
  return {
    ownedGrips: [...new Set([...profile.ownedGrips, ...shown.ownedGrips])],
    ownedPatterns: [...new Set([...profile.ownedPatterns, ...shown.ownedPatterns])],
    changes: [...shown.changes, ...profile.changes],
    ...(strokesPerSecond !== null && { strokesPerSecond }),
    ...(strokesAtLeast !== undefined && { strokesAtLeast }),
    ...(scaleLengthMm !== null && { scaleLengthMm }),
    ...(stretchMm !== null && { stretchMm }),
    ...(rungPercent !== null && { rungRatio: 1 + rungPercent / 100 }),
  };
}
