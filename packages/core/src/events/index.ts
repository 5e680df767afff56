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
  SongChanged,
  Correction,
  Drill,
  NoteEvent,
  PlanEvent,
  TimePlayed,
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
  WhereFailed,
} from './event';
