export { changeWords, standsWords } from './evening-words';
export { lessonSummary, marksTold } from './lesson-summary';
export type { LessonTold, MarkTold } from './lesson-summary';
export { milestoneWords } from './milestone-words';
export type { Reader, ReaderRole } from './reader';
export { readinessWords } from './readiness-words';
export type { ReadinessNow, ReadinessWords } from './readiness-words';
export { sayTake } from './take-words';
export type { TakeSaid, TakeWords } from './take-words';
