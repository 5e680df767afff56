export { PlanReader } from './plan-progress';
export type { PlanProgress } from './plan-progress';
export { childWords, readinessWords } from './readiness-words';
export type { ReadinessWords } from './readiness-words';
