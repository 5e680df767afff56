export { tempoLines } from './history';
export type { TempoLine, TempoPoint } from './history';
export { practisedByWeekday } from './practised';
export { readinessOf } from './readiness';
export type { HeldBack } from './held-back';
export type { Hole, PartProgress, Played, Readiness } from './readiness';
export { shownBy } from './shown';
export type { PractisedSong } from './shown';
export { filledBlocks, OVERVIEW_RULES, overviewOf, summaryOf, toCheckAgain } from './overview';
export type {
  CheckAgain,
  FilledBlock,
  OpenStep,
  PlanOverview,
  ReadinessSummary,
  VisitStep,
} from './overview';
export { doneOn } from './done-on';
export type { DoneStep } from './done-on';
export { memoryOf } from './memory';
export type { Memory } from './memory';
export { retainedTempo, retrievabilityAfter, tempoToday } from './tempo-today';
export type { KeptPart, TempoToday } from './tempo-today';
export { visitsOf } from './visits';
export type { DueVisit } from './visits';
export { stepForecast } from './step-forecast';
export { climbedSince } from './climbed';
export type { ClimbedStep } from './climbed';
export { reachedMilestones } from './reached';
export type { MilestoneKind, ReachedMilestone } from './reached';
export { sayingsIn } from './sayings';
export type { Saying } from './sayings';
export { notComingOn } from './stuck';
export type { NotComingOn } from './stuck';
export { oddTries } from './odd-tries';
export type { OddTry } from './odd-tries';
export { triedIn } from './tried';
export type { CorrectedTry, Tried } from './tried';
