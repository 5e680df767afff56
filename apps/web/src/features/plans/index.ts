export { PlanReader } from './plan-progress';
export type { PlanProgress } from './plan-progress';
