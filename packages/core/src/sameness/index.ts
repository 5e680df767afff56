export { compareLine } from './compare-words';
export { compareBars, repeatingCell } from './compare';
export type { Comparison, Relation } from './compare';
export { barsToLearn } from './learning';
export type { ToLearn } from './learning';
export { partsOf } from './parts';
export type { Part, PartedSong, PartOccurrence } from './parts';
export { barCost, barKeys } from './music-keys';
export type { ComparedBar } from './music-keys';
