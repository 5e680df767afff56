export { findStep, readStepId, stepId } from './step-id';
export type { StepKind, StepName } from './step-id';
