export { climbOf } from './climb';
export type { Climb, Try } from './climb';
export { tempoLines } from './history';
export type { TempoLine, TempoPoint } from './history';
export { stepProgress } from './next-steps';
export type { StepProgress } from './next-steps';
export { readinessOf } from './readiness';
export type { PartProgress, Readiness } from './readiness';
