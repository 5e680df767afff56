export { tempoLines } from './history';
export type { TempoLine, TempoPoint } from './history';
export { practisedByWeekday } from './practised';
export { readinessOf } from './readiness';
export type { PartProgress, Played, Readiness } from './readiness';
export { shownBy } from './shown';
export type { PractisedSong } from './shown';
export { filledBlocks, overviewOf, summaryOf } from './overview';
export type { FilledBlock, OpenStep, PlanOverview, ReadinessSummary } from './overview';
