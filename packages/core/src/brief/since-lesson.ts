import { dayAfter, daysBetween, weekdayOf, type Day } from '../day';
import type { ClimbedStep, MilestoneKind, Saying } from '../progress';
import type { VisitStep } from '../standing';
import { minutesOn, type SongNow, type StudentNow } from './student-now';

/** A day with what was practised and what was agreed, in minutes. */
export interface PractisedDay {
  readonly day: Day;
  readonly minutes: number;
  readonly agreed: number;
}

/** Something of one of several songs. */
export type OfSong<T> = T & { readonly planId: string; readonly song: string };

/** What happened since a student was here last. */
export interface SinceLesson {
  /** Each day since, today too. */
  readonly days: readonly PractisedDay[];
  readonly minutes: number;
  /** What was agreed for the same days. */
  readonly agreed: number;
  /** What came on, each step once: from what was held then to what is now. */
  readonly climbed: readonly OfSong<ClimbedStep>[];
  readonly milestones: readonly OfSong<{ readonly kind: MilestoneKind }>[];
  readonly said: readonly OfSong<Saying>[];
  /** What is due a visit. */
  readonly visits: readonly OfSong<VisitStep>[];
}

/** Longer ago than this nobody looks day by day. */
const MOST_DAYS = 14;

/**
 * Gathers what happened after the day somebody was here last, up to today: minutes day by day beside what was
 * agreed, at most two weeks of them; what came on, the goals that were met first; what was reached, said, is due.
 *
 * @example
 * sinceLesson({ songs: [], minutesByWeekday: [10, 10, 10, 10, 10, 10, 10] }, { last: '2026-11-24', today: '2026-11-26' }).agreed // 20
 */
export function sinceLesson(
  student: StudentNow,
  { last, today }: { readonly last: Day; readonly today: Day },
): SinceLesson {
  const { songs, minutesByWeekday } = student;
  const count = Math.min(MOST_DAYS, Math.max(0, daysBetween(last, today)));
  const days = Array.from({ length: count }, (_, index): PractisedDay => {
    const day = dayAfter(today, index + 1 - count);
    return { day, minutes: minutesOn(day, songs), agreed: minutesByWeekday[weekdayOf(day)] ?? 0 };
  });
  return {
    days,
    minutes: days.reduce((sum, one) => sum + one.minutes, 0),
    agreed: days.reduce((sum, one) => sum + one.agreed, 0),
    climbed: ofSongs(songs, ({ overview }) =>
      asOne(overview.climbed.filter(({ on }) => on > last)),
    ).toSorted((a, b) => gainOf(b) - gainOf(a)),
    milestones: ofSongs(songs, ({ overview }) => overview.milestones.filter(({ on }) => on > last)),
    said: ofSongs(songs, ({ overview }) => overview.said.filter(({ on }) => on >= last)),
    visits: ofSongs(songs, ({ overview }) => overview.visits.filter(({ dueOn }) => dueOn <= today)),
  };
}

function ofSongs<T>(
  songs: readonly SongNow[],
  pick: (song: SongNow) => readonly T[],
): readonly OfSong<T>[] {
  return songs.flatMap((song) =>
    pick(song).map((one) => ({ ...one, planId: song.planId, song: song.title })),
  );
}

/** Several rises of one step, as one. */
function asOne(climbed: readonly ClimbedStep[]): readonly ClimbedStep[] {
  const steps = new Map<string, ClimbedStep>();
  for (const one of climbed.toSorted((a, b) => a.on.localeCompare(b.on))) {
    const known = steps.get(one.id);
    const isNewlyDone = one.isNewlyDone || known?.isNewlyDone === true;
    steps.set(one.id, { ...one, isNewlyDone, fromBpm: known ? known.fromBpm : one.fromBpm });
  }
  return [...steps.values()];
}

/** How much a step came on, to tell the most first. */
function gainOf({ fromBpm, toBpm, isNewlyDone }: ClimbedStep): number {
  return (toBpm ?? 0) / Math.max(1, fromBpm ?? 1) + (isNewlyDone ? 1000 : 0);
}
