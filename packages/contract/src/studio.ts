import { isTimeZone } from '@harvu/core/day';
import type { StudioBreak } from '@harvu/core/lessons';
import { array, string } from 'yup';
import { day, exactly, whole, words } from './fields';

const MOST_BREAKS = 60;

/** Days without lessons. */
export const breaksSchema = array()
  .of(
    exactly<StudioBreak>()({ from: day(), to: day(), name: words(60) }).test(
      'order',
      'must end on the day it begins, or later',
      ({ from, to }) => from <= to,
    ),
  )
  .strict(true)
  .required('must be a list')
  .max(MOST_BREAKS, `must have at most ${MOST_BREAKS} breaks`);

/** What a studio sets for everybody in it. */
export interface StudioSettings {
  /** An IANA name; what a day is, is counted in it. */
  readonly timeZone: string;
  /** Whoever does nothing for so long has to sign in again. */
  readonly idleMinutes: number;
  /** How long it is kept who did what. */
  readonly keepLogDays: number;
  /** How long a student who was put away is kept before they are erased; 0 for ever. */
  readonly keepPutAwayDays: number;
  readonly breaks: readonly StudioBreak[];
}

export const settingsSchema = exactly<StudioSettings>()({
  timeZone: string()
    .strict(true)
    .required('must be a time zone')
    .max(64)
    .test('zone', 'must be a time zone such as Europe/Berlin', isTimeZone),
  idleMinutes: whole(5, 43_200),
  keepLogDays: whole(30, 3650),
  keepPutAwayDays: whole(0, 3650),
  breaks: breaksSchema,
});

/** A copy of the whole database that was made. */
export interface Backup {
  readonly name: string;
  readonly at: string;
  readonly bytes: number;
}

/** What is erased for good unless it is taken back, and in how many days on which the studio runs. */
export interface ComingErasure {
  readonly kind: 'student' | 'song';
  readonly name: string;
  readonly inDays: number;
}

/** What the owner has to know of the studio's machine. */
export interface Upkeep {
  readonly erasures: readonly ComingErasure[];
  /** The clock was found elsewhere than it should be, within the last two weeks; by so many days. */
  readonly clockJump: { readonly at: string; readonly days: number } | null;
  /** The room that is left on the disk, where it is so little that writing may soon be refused. */
  readonly lowRoomBytes: number | null;
}
