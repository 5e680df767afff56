export { secondsOfDrill } from './drill';
export { drillsIn, isDatedAhead, playedIn, saidSince, triesIn } from './event';
export type {
  ChangeDrill,
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
  Try,
  TryEvent,
  Where,
} from './event';
