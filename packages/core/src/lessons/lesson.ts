import type { Day } from '../day';

/** A lesson of the same hour every week; weekday 0 is Monday, the time as the studio's clock shows it. */
export interface WeeklySlot {
  readonly weekday: number;
  readonly time: string;
  readonly minutes: number;
}

/** Whose slot it is, and who teaches in it; null where nobody in particular does. */
export interface SlotOf {
  readonly studentId: string;
  readonly teacherId: string | null;
  readonly slot: WeeklySlot | null;
}

/** Days without lessons, the first and the last counted in. */
export interface StudioBreak {
  readonly from: Day;
  readonly to: Day;
  readonly name: string;
}

/** planned: it will be; held: it was; missed: it was not. */
export type LessonState = 'planned' | 'held' | 'missed';

/** A lesson of the calendar. */
export interface Lesson {
  readonly id: string;
  readonly studentId: string;
  readonly teacherId: string | null;
  /** The day of the weekly slot it stands for; null for one beside the slots. */
  readonly slotDay: Day | null;
  readonly day: Day;
  readonly time: string;
  readonly minutes: number;
  readonly state: LessonState;
}

const HEX_DIGITS = 8;

/**
 * Gives the id of the lesson in a student's slot on a day: the same wherever it is asked for, so that one
 * lesson opened in two places stays one.
 *
 * @example
 * slotLessonId('00000000-0000-4000-8000-000000000001', '2026-11-27') // '20261127-0000-4000-8000-000000000001'
 */
export function slotLessonId(studentId: string, day: Day): string {
  const date = parseInt(day.replaceAll('-', ''), 16);
  const mixed = (parseInt(studentId.slice(0, HEX_DIGITS), 16) ^ date) >>> 0;
  return mixed.toString(16).padStart(HEX_DIGITS, '0') + studentId.slice(HEX_DIGITS);
}
