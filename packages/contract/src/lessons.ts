import { AGENDA_KINDS } from '@harvu/core/brief';
import type { AgendaItem } from '@harvu/core/words';
import type { Day } from '@harvu/core/day';
import type { Lesson, StudioBreak } from '@harvu/core/lessons';
import { array, boolean, string } from 'yup';
import type { Person } from './people';
import {
  day,
  exactly,
  id,
  maybeDay,
  maybeWords,
  momentOrNull,
  orNull,
  whole,
  words,
} from './fields';

/** Part of a lesson's agenda, and whether it was done. */
export interface HeardItem extends AgendaItem {
  readonly isHeard: boolean;
}

/** What a lesson is run by, and what came of it. */
export interface LessonNotes {
  readonly agenda: readonly HeardItem[];
  readonly startedAt: string | null;
  /** Since when the clock stands; null while it goes. */
  readonly pausedAt: string | null;
  /** How long it stood before. */
  readonly pausedSeconds: number;
  readonly endedAt: string | null;
  /** A word for home. */
  readonly word: string;
  /** What the student, and the guardian of a minor, are told. */
  readonly summary: string;
}

/** A lesson as it is kept; 0 for one nobody has touched yet. */
export interface StoredLesson extends Lesson {
  readonly version: number;
  /** Null before it was begun, and where others’ are not to be seen. */
  readonly notes: LessonNotes | null;
}

/** A lesson moved, missed, held or corrected, from the state one started from. */
export interface SaveLesson {
  readonly baseVersion: number;
  readonly lesson: Omit<StoredLesson, 'id' | 'version'>;
  /** Whoever it concerns is sent the summary; once, however often it is saved. */
  readonly tells: boolean;
}

/** A message that was written to somebody; it stays in the studio until a way to send it is set up. */
export interface Mail {
  readonly id: string;
  readonly at: string;
  readonly toName: string;
  /** Empty where the studio knows none. */
  readonly toAddress: string;
  readonly subject: string;
  readonly words: string;
}

/** The weeks around today: lessons and days off, who comes and who teaches, and what was written to whom. */
export interface LessonWeeks {
  readonly today: Day;
  readonly lessons: readonly StoredLesson[];
  readonly breaks: readonly StudioBreak[];
  /** Nobody, and nothing written, for a student. */
  readonly students: readonly Pick<Person, 'id' | 'name'>[];
  readonly teachers: readonly Pick<Person, 'id' | 'name'>[];
  readonly mails: readonly Mail[];
}

const MOST_ITEMS = 30;
const LONGEST_SUMMARY = 6000;

const agendaItem = exactly<HeardItem>()({
  id: words(800),
  kind: string().strict(true).required('must be chosen').oneOf(AGENDA_KINDS),
  planId: string().strict(true).defined('must be an id or null').nullable().uuid('must be an id'),
  stepId: string().strict(true).defined('must be a step or null').nullable().max(600),
  song: maybeWords(200),
  title: words(700),
  why: maybeWords(300),
  minutes: whole(0, 240),
  isHeard: boolean().strict(true).required('must be said'),
});

/** What a lesson is run by, and what came of it; null before it was begun. */
export const lessonNotesSchema = orNull(
  exactly<LessonNotes>()({
    agenda: array()
      .of(agendaItem)
      .strict(true)
      .required('must be a list')
      .max(MOST_ITEMS, `must have at most ${MOST_ITEMS} parts`),
    startedAt: momentOrNull(),
    pausedAt: momentOrNull(),
    endedAt: momentOrNull(),
    pausedSeconds: whole(0, 86_400),
    word: maybeWords(500),
    summary: maybeWords(LONGEST_SUMMARY),
  }),
  'must be notes or null',
);

const time = () =>
  string()
    .strict(true)
    .required('must be a time')
    .matches(/^([01]\d|2[0-3]):[0-5]\d$/, 'must be a time such as 16:30');

export const saveLessonSchema = exactly<SaveLesson>()({
  baseVersion: whole(0, 1_000_000),
  lesson: exactly<SaveLesson['lesson']>()({
    studentId: id(),
    teacherId: string().strict(true).defined('must be an id or null').nullable().uuid(),
    slotDay: maybeDay(),
    day: day(),
    time: time(),
    minutes: whole(5, 240),
    state: string()
      .strict(true)
      .required('must be said')
      .oneOf(['planned', 'held', 'missed'] as const),
    notes: lessonNotesSchema,
  }),
  tells: boolean().strict(true).required('must be said'),
});
