export { TakePanel, type KeptTake } from './parts/take-panel';
export { takeRequestOf } from './take-request';
