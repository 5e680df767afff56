export { bandsOf } from './bands';
export type { Bands } from './bands';
export { onsetsIn } from './onsets';
export { heardClosely, noteIn } from './note';
export type { HeardNote } from './note';
export { heardPitch } from './pitch';
export type { HeardPitch } from './pitch';
export { stringTuned } from './tuning';
export type { StringTuning } from './tuning';
