export { standingOf } from './standing';
export type { CheckAgain, Standing } from './standing';
export { OVERVIEW_RULES, overviewOf } from './overview';
export type { OpenStep, PlanOverview, VisitStep } from './overview';
export type { FilledBlock } from './ribbon';
export { songProgress } from './song-progress';
export type { DuePart, SongProgress, WhenReached } from './song-progress';
export { summaryOf } from './summary';
export type { ReadinessSummary } from './summary';
