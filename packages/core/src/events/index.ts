export { secondsOfDrill } from './drill';
export { drillsIn, isDatedAhead, playedIn, saidSince, triesIn } from './event';
export type {
  ChangeDrill,
  Correction,
  NoteEvent,
  PlanEvent,
  Played,
  PlayedTime,
  SignOff,
  Sore,
  Source,
  Stuck,
  Try,
  TryEvent,
  Where,
} from './event';
