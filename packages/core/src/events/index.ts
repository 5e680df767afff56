export { secondsOfDrill } from './drill';
export { evidenceIn } from './evidence';
export {
  correctionsIn,
  drillsIn,
  isDatedAhead,
  isImpossible,
  playedIn,
  saidSince,
  takesIn,
  triesIn,
} from './event';
export type {
  ChangeDrill,
  Changed,
  Correction,
  Drill,
  NoteEvent,
  PlanEvent,
  Played,
  PlayedTime,
  RingCheck,
  SignOff,
  Sore,
  Source,
  StrokeDrill,
  Stuck,
  TakeEvent,
  TakenChange,
  TakeSource,
  Try,
  TryEvent,
  Where,
} from './event';
