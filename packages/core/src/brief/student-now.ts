import type { Day } from '../day';
import type { MinutesByWeekday } from '../plan';
import { practisedByWeekday } from '../progress';
import { type PlanOverview } from '../standing';

/** One of a student's songs as it stands. */
export interface SongNow {
  readonly planId: string;
  readonly title: string;
  readonly assignedOn: Day;
  readonly overview: PlanOverview;
}

/** What is known of a student and their songs when one looks at them before a lesson. */
export interface StudentNow {
  readonly songs: readonly SongNow[];
  /** What was agreed, Monday first. */
  readonly minutesByWeekday: MinutesByWeekday;
}

/**
 * Adds up the minutes a student practised on a day over all songs.
 *
 * @example
 * minutesOn('2026-11-26', []) // 0
 */
export function minutesOn(day: Day, songs: readonly SongNow[]): number {
  return songs.reduce((sum, { overview }) => sum + (overview.minutesByDay[day] ?? 0), 0);
}

const SECONDS = 60;

/**
 * Gives the minutes somebody really practises on each weekday, as the last weeks show it; what was agreed where they
 * show too little.
 *
 * @example
 * reallyPractised({ songs: [], minutesByWeekday: [10, 0, 0, 0, 0, 0, 0] }, '2026-11-26') // [10, 0, 0, 0, 0, 0, 0]
 */
export function reallyPractised(
  { songs, minutesByWeekday }: StudentNow,
  today: Day,
): MinutesByWeekday {
  const played = songs.flatMap(({ overview }) =>
    Object.entries(overview.minutesByDay).map(([day, minutes]) => ({
      // The days of an overview are days.
      day: day as Day,
      seconds: minutes * SECONDS,
    })),
  );
  return practisedByWeekday(played, today) ?? minutesByWeekday;
}
