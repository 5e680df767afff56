import type { PlanOverview } from '@harvu/core/standing';
import type { PlanEvent } from '@harvu/core/events';
import type { Teaching } from '@harvu/core/plan';
import type { SongDocument } from '@harvu/core/song';
import type { Student } from '@harvu/core/player';
import type { Day } from '@harvu/core/day';
import { array, boolean } from 'yup';
import type { Person } from './people';
import type { StoredLesson } from './lessons';
import type { SongRequest } from './requests';
import type { StudentProfile } from './students';
import { exactly, id, maybe, whole } from './fields';
import { teachingSchema } from './teaching';
import type { OwnConstants } from '@harvu/core/constants';

const MOST_STUDENTS = 100;

/** Gives the song, as it is in one revision, to one or several students. */
export const assignSchema = exactly<Assign>()({
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
  teaching: maybe(teachingSchema),
});

export interface Assign {
  readonly revision: number;
  readonly studentIds: readonly string[];
  readonly despiteDoubts?: boolean;
  readonly teaching?: Teaching;
}

/** A new way for one plan, from the state one started from; with the figures the student shows now, if wished. */
export const savePlanSchema = exactly<SavePlan>()({
  baseVersion: whole(1, 1_000_000),
  teaching: teachingSchema,
  takeFigures: boolean().strict(true).required('must be said'),
});

export interface SavePlan {
  readonly baseVersion: number;
  readonly teaching: Teaching;
  readonly takeFigures: boolean;
}

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

/** An event of the log, with when the server had it. */
export type StoredEvent = PlanEvent & { readonly receivedAt: string };

/** What has changed about a plan since its events up to a number were had. */
export type PlanNews = Pick<Plan, 'version' | 'revision' | 'events' | 'lastEvent' | 'hasMore'>;

/** A student's song at a glance. */
export interface OverviewSong extends PlanSummary {
  readonly overview: PlanOverview;
}

/** A student in the studio's list. */
export interface OverviewStudent
  extends
    Pick<Person, 'id' | 'name'>,
    Pick<
      StudentProfile,
      'lessonSlot' | 'teacherId' | 'ageBand' | 'minutesByWeekday' | 'bodyNote' | 'saidLast'
    > {}

/** A song somebody asked for and was not answered about. */
export type WaitingRequest = Pick<SongRequest, 'id' | 'title' | 'studentName'>;

/** Every song in work that somebody may see, and the day it is in the studio. */
export interface Overview {
  readonly today: Day;
  /** All students, for who teaches; nobody for a student. */
  readonly students: readonly OverviewStudent[];
  readonly songs: readonly OverviewSong[];
  /** The time in the studio, as "16:30". */
  readonly time: string;
  /** Lessons of the last weeks and the next: a student's own; with what came of them where that was lately. */
  readonly lessons: readonly StoredLesson[];
  /** Who teaches, by name; nobody for a student. */
  readonly teachers: readonly Pick<Person, 'id' | 'name'>[];
  /** What was asked for and waits; nothing for a student. */
  readonly waiting: readonly WaitingRequest[];
  /** How much weighs how much when one looks for who needs attention. */
  readonly constants: OwnConstants;
  /** The minutes a student practises on each weekday, Monday first; null for who teaches. */
  readonly minutesByWeekday: readonly number[] | null;
}

/** One student's way to one song: the revision that was given, and every try since. */
export interface Plan extends PlanSummary {
  readonly document: SongDocument;
  /** All that happened, as it came in. */
  readonly events: readonly StoredEvent[];
  /** The number of the last event; what comes after has a higher one. */
  readonly lastEvent: number;
  /** True where there are more events than one answer holds; they are asked for by the last number. */
  readonly hasMore: boolean;
  readonly version: number;
  readonly teaching: Teaching;
  readonly figures: PlanFigures;
  readonly minutesByWeekday: readonly number[];
}
