import { dayAfter, daysBetween, type Day } from '../day';
import type { LessonState } from '../lessons';
import type { ReachedMilestone } from '../progress';
import type { SongNow, StudentNow } from './student-now';
import { minutesOn } from './student-now';
import { counted } from '../wording';

/** The days a report is about, and the lessons in them. */
export interface Term {
  readonly from: Day;
  readonly to: Day;
  readonly lessons: readonly { readonly day: Day; readonly state: LessonState }[];
}

/** What was practised in one week; the days of the last may be fewer. */
export interface PractisedWeek {
  readonly from: Day;
  readonly minutes: number;
}

/** One song over a term. */
export interface SongInTerm {
  readonly planId: string;
  readonly title: string;
  /** How far it is, in one sentence. */
  readonly line: string;
  readonly reached: readonly ReachedMilestone[];
}

/** A term of one student. */
export interface TermReport {
  /** What was practised and how often they came, in one sentence. */
  readonly line: string;
  readonly minutes: number;
  readonly daysWithPractice: number;
  readonly weeks: readonly PractisedWeek[];
  readonly songs: readonly SongInTerm[];
}

const WEEK_DAYS = 7;
const MOST_DAYS = 370;

/**
 * Tells a term of one student: what was practised week by week, how often they came, and of each song that was
 * practised how far it is and what was reached; the one with most reached first.
 *
 * @example
 * termReport({ songs: [], minutesByWeekday: [] }, { from: '2026-09-01', to: '2026-11-30', lessons: [] }).line // 'No practice was logged in this time.'
 */
export function termReport({ songs }: StudentNow, term: Term): TermReport {
  const days = daysOf(term);
  const minutes = days.map((day) => minutesOn(day, songs));
  const sum = minutes.reduce((all, one) => all + one, 0);
  const isIn = (day: Day): boolean => term.from <= day && day <= term.to;
  const practised = songs.filter(({ overview }) =>
    // The days of an overview are days.
    (Object.keys(overview.minutesByDay) as readonly Day[]).some(isIn),
  );
  const daysWithPractice = minutes.filter((one) => one > 0).length;
  return {
    line: termLine(sum, daysWithPractice, term),
    minutes: sum,
    daysWithPractice,
    weeks: Array.from({ length: Math.ceil(days.length / WEEK_DAYS) }, (_, week) => ({
      from: dayAfter(term.from, week * WEEK_DAYS),
      minutes: minutes
        .slice(week * WEEK_DAYS, (week + 1) * WEEK_DAYS)
        .reduce((all, one) => all + one, 0),
    })),
    songs: practised
      .map((song) => ({
        planId: song.planId,
        title: song.title,
        line: songLine(song),
        reached: song.overview.milestones.filter(({ on }) => isIn(on)),
      }))
      .toSorted((a, b) => b.reached.length - a.reached.length),
  };
}

function daysOf({ from, to }: Term): readonly Day[] {
  const count = Math.min(MOST_DAYS, Math.max(0, daysBetween(from, to) + 1));
  return Array.from({ length: count }, (_, index) => dayAfter(from, index));
}

/** How far a song is, without a word of what is missing. */
function songLine({ overview }: SongNow): string {
  const { songBpm, goalBpm, gates, barer } = overview.readiness;
  if (gates.isReady) return `It is ready${gates.isHeard ? ', and was heard' : ''}.`;
  if (songBpm !== null) return `The whole song goes at ${songBpm} of ${goalBpm} bpm.`;
  const whole = barer.findLast((one) => one.songBpm !== null);
  const parts = `${gates.partsAtGoal} of ${gates.parts} sections and joins are at their goal`;
  return whole
    ? `The whole song goes in a barer version at ${whole.songBpm} bpm; ${parts}.`
    : gates.partsAtGoal > 0
      ? `${parts.charAt(0).toUpperCase()}${parts.slice(1)}.`
      : 'It was begun.';
}

function termLine(minutes: number, days: number, { lessons }: Term): string {
  const held = lessons.filter(({ state }) => state === 'held').length;
  const was = held === 1 ? 'was' : 'were';
  const came = held === 0 ? '' : ` There ${was} ${counted(held, 'lesson')}.`;
  const practised =
    minutes < 1
      ? 'No practice was logged in this time.'
      : `${counted(Math.round(minutes), 'minute')} of practice on ${counted(days, 'day')}.`;
  return `${practised}${came}`;
}
