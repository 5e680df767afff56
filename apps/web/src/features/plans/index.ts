export { filledBlocks, plainBlocks, PlanReader, requestOf } from './plan-progress';
export type { PlanProgress } from './plan-progress';
export { PlansApi } from './plans.api';
export { readinessWords } from './readiness-words';
export type { ReadinessWords } from './readiness-words';
