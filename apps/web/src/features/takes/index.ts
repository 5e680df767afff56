export { TakePanel, type KeptTake } from './parts/take-panel';
