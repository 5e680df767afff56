export { isDatedAhead, triesIn } from './event';
export type { Correction, NoteEvent, PlanEvent, SignOff, Source, Try, TryEvent } from './event';
