import type { Try } from '@harvu/core/progress';
import type { OwnConstants } from '@harvu/core/assumptions';
import type { Teaching } from '@harvu/core/plan';
import type { SongDocument } from '@harvu/core/song';
import type { Student } from '@harvu/core/steps';
import { array, boolean, number, string, type InferType, type Schema } from 'yup';
import { isRealDate } from './real-date';
import { exactly, id, whole, words } from './fields';
import { teachingFields, teachingSchema } from './teaching';

const MOST_STUDENTS = 100;

/** Gives the song, as it is in one revision, to one or several students. */
export const assignSchema = exactly({
  revision: whole(1, 1_000_000),
  studentIds: array()
    .of(id())
    .strict(true)
    .required('must be a list')
    .min(1, 'must name a student')
    .max(MOST_STUDENTS, `must name at most ${MOST_STUDENTS} students`),
  /** The teacher's word that the song is given although something in it needs listening. */
  despiteDoubts: boolean().strict(true).optional(),
  /** How they are taught; the song's own way where it is left out. A plan that is there keeps its own. */
  teaching: teachingFields.default(undefined).optional(),
}) as unknown as Schema<Assign>;

export interface Assign {
  readonly revision: number;
  readonly studentIds: readonly string[];
  readonly despiteDoubts?: boolean;
  readonly teaching?: Teaching;
}

/** A new way for one plan, from the state one started from; with the figures the student shows now, if wished. */
export const savePlanSchema = exactly({
  baseVersion: whole(1, 1_000_000),
  teaching: teachingSchema,
  takeFigures: boolean().strict(true).required('must be said'),
}) as unknown as Schema<SavePlan>;

export interface SavePlan {
  readonly baseVersion: number;
  readonly teaching: Teaching;
  readonly takeFigures: boolean;
}

const moment = () =>
  string()
    .strict(true)
    .required('must be a time')
    .matches(
      /^\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d(\.\d{3})?Z$/,
      'must be a time such as 2026-11-24T16:05:00.000Z',
    )
    .test(
      'moment',
      'must be a time that exists',
      (value) => isRealDate(value.slice(0, 10)) && !Number.isNaN(Date.parse(value)),
    );

/** One try as the practice room sends it; its id is made there, so sending twice stores it once. */
export const newTrySchema = exactly({
  id: id(),
  stepId: words(200),
  at: moment(),
  bpm: number().strict(true).defined('must be a tempo or null').nullable().min(1).max(1000),
  clean: boolean().strict(true).required('must be said'),
  passes: whole(1, 100),
  seconds: number().strict(true).required('must be a number').min(0).max(14_400),
});
export type NewTry = InferType<typeof newTrySchema>;

export interface PlanSummary {
  readonly id: string;
  readonly songId: string;
  readonly title: string;
  readonly playedBy: string;
  readonly studentId: string;
  readonly studentName: string;
  readonly revision: number;
  readonly assignedAt: string;
  /** When the song was taken back; what was done stays. */
  readonly withdrawnAt: string | null;
}

/** The figures a plan stands on; they stay as they were, so that no ladder moves under a student's feet. */
export interface PlanFigures {
  readonly student: Student;
  readonly constants: OwnConstants;
}

/** One student's way to one song: the revision that was given, and every try since. */
export interface Plan extends PlanSummary {
  readonly document: SongDocument;
  readonly tries: readonly Try[];
  readonly version: number;
  readonly teaching: Teaching;
  readonly figures: PlanFigures;
  readonly minutesByWeekday: readonly number[];
}
