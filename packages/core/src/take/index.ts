export { heardPitch } from './pitch';
export type { HeardPitch } from './pitch';
export { stringTuned } from './tuning';
export type { StringTuning } from './tuning';
export { latencyOf } from './latency';
