export type { Alignment, Pair } from './align';
export { latencyOf } from './latency';
export { measuresOf } from './measures';
export type { ExpectedTime, HeardHow, TakeMeasures } from './measures';
export { judgeTake } from './verdict';
export type { HeardBy, LateChange, Spot, SpotKind, Verdict } from './verdict';
