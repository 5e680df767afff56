import { dayAfter, daysBetween, weekdayOf, type Day } from '../day';
import { slotLessonId, type Lesson, type SlotOf, type StudioBreak } from './lesson';

/** What lessons come from: weekly slots, days off, and what was kept of single lessons. */
export interface LessonPlan {
  readonly slots: readonly SlotOf[];
  readonly breaks: readonly StudioBreak[];
  /** Lessons that were moved, missed, held or agreed beside the slots. */
  readonly kept: readonly Lesson[];
}

/** The first day and the last, both counted in. */
export interface DayRange {
  readonly from: Day;
  readonly to: Day;
}

const MOST_DAYS = 400;

/**
 * Gives the break a day falls into; undefined on a day with lessons.
 *
 * @example
 * breakOn('2026-12-24', [{ from: '2026-12-21', to: '2027-01-03', name: 'Winter' }])?.name // 'Winter'
 */
export function breakOn(day: Day, breaks: readonly StudioBreak[]): StudioBreak | undefined {
  return breaks.find(({ from, to }) => from <= day && day <= to);
}

/**
 * Lists the lessons of some days in their order: each student's slot, but on days off and where that lesson was
 * moved, missed or held; and those that were agreed beside the slots. A lesson moved out of a break takes place.
 *
 * @example
 * lessonsBetween({ slots: [], breaks: [], kept: [] }, { from: '2026-11-23', to: '2026-11-29' }) // []
 */
export function lessonsBetween(plan: LessonPlan, range: DayRange): readonly Lesson[] {
  const { slots, breaks, kept } = plan;
  const known = new Set(kept.map(({ id }) => id));
  const usual = daysIn(range)
    .filter((day) => !breakOn(day, breaks))
    .flatMap((day) => slots.flatMap((slot) => slotLesson(slot, day)))
    .filter(({ id }) => !known.has(id));
  const own = kept.filter(({ day }) => range.from <= day && day <= range.to);
  return [...usual, ...own].toSorted(
    (a, b) =>
      a.day.localeCompare(b.day) ||
      a.time.localeCompare(b.time) ||
      a.studentId.localeCompare(b.studentId),
  );
}

function daysIn({ from, to }: DayRange): readonly Day[] {
  const count = Math.min(MOST_DAYS, Math.max(0, daysBetween(from, to) + 1));
  return Array.from({ length: count }, (_, index) => dayAfter(from, index));
}

/** A student's slot on a day, where the day is one of it. */
function slotLesson({ studentId, teacherId, slot }: SlotOf, day: Day): readonly Lesson[] {
  if (slot?.weekday !== weekdayOf(day)) return [];
  const { time, minutes } = slot;
  const id = slotLessonId(studentId, day);
  return [{ id, studentId, teacherId, slotDay: day, day, time, minutes, state: 'planned' }];
}
