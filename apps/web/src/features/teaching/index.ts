export { differenceWords, withChange, withoutChange } from './teaching-edits';
export { AdjustStep } from './adjust-step';
