export { breakOn, lessonsBetween } from './calendar';
export type { DayRange, LessonPlan } from './calendar';
export { clockAt, momentOf } from './clock';
export type { ClockTime } from './clock';
export { slotLessonId } from './lesson';
export type { Lesson, LessonState, SlotOf, StudioBreak, WeeklySlot } from './lesson';
