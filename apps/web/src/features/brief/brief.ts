import type { Overview, OverviewSong, StoredLesson, OverviewStudent } from '@harvu/contract';
import {
  agendaOf,
  attentionOf,
  sinceLesson,
  type Attention,
  type SinceLesson,
  type SongNow,
  type StudentNow,
} from '@harvu/core/brief';
import { USUAL_CONSTANTS } from '@harvu/core/constants';
import { dayAfter, type Day } from '@harvu/core/day';
import { agendaItem, type AgendaItem } from '@harvu/core/words';
import { dayWords } from '../../ui/day-label';

/** All that is told of a student before a lesson. */
export interface Brief extends OverviewStudent {
  readonly songs: readonly OverviewSong[];
  readonly now: StudentNow;
  /** The last lesson that was held before today. */
  readonly last: StoredLesson | undefined;
  readonly since: SinceLesson;
  readonly attention: Attention;
  readonly isChild: boolean;
}

const WEEK_DAYS = 7;
/** "2026-11-26" of a moment. */
const DAY_LENGTH = 10;

/** The lessons of the studio's day that were not missed, in their order. */
export function lessonsToday({ lessons, today }: Overview): readonly StoredLesson[] {
  return lessons.filter(({ day, state }) => day === today && state !== 'missed');
}

/** Brings together what is told of one student. */
export function briefOf(student: OverviewStudent, overview: Overview): Brief {
  const { today, lessons, constants } = overview;
  const songs = overview.songs
    .filter((song) => song.studentId === student.id && song.withdrawnAt === null)
    .toSorted((a, b) => placeOf(a).localeCompare(placeOf(b)));
  const now = { songs: songs.map(toSongNow), minutesByWeekday: student.minutesByWeekday };
  const last = lastHeld(lessons, student.id, today);
  const comesToday = lessonsToday(overview).some(({ studentId }) => studentId === student.id);
  return {
    ...student,
    songs,
    now,
    last,
    since: sinceLesson(now, { last: last?.day ?? dayAfter(today, -WEEK_DAYS), today }),
    attention: attentionOf(now, {
      today,
      comesToday,
      constants: { ...USUAL_CONSTANTS, ...constants },
      told: dayWords,
    }),
    isChild: student.ageBand === 'under 10',
  };
}

/** The agenda of a lesson: the one that was made, or the one that is suggested. */
export function agendaFor(
  { now, last, isChild }: Brief,
  lesson: StoredLesson,
  today: Day,
): readonly AgendaItem[] {
  const made = lesson.notes?.agenda ?? [];
  if (made.length > 0) return made;
  return agendaOf(now, {
    today,
    minutes: lesson.minutes,
    last: last?.day ?? null,
    isChild,
  }).map((part) => agendaItem(part, { told: dayWords }));
}

function toSongNow({ id, title, assignedAt, overview }: OverviewSong): SongNow {
  return { planId: id, title, assignedOn: assignedAt.slice(0, DAY_LENGTH) as Day, overview };
}

function lastHeld(
  lessons: readonly StoredLesson[],
  studentId: string,
  today: Day,
): StoredLesson | undefined {
  return lessons.findLast(
    (one) => one.studentId === studentId && one.state === 'held' && one.day < today,
  );
}

/** Songs in work before those that are ready, of each the one wanted soonest first. */
function placeOf({ overview: { readiness, wantedOn } }: OverviewSong): string {
  return `${readiness.gates.isReady ? 1 : 0} ${wantedOn ?? '9999'}`;
}
