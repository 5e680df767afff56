export { capoAdvice } from './capo-advice';
export type { CapoOption, CapoShape } from './place';
export { keyChanges } from './key-change';
export type { KeyChangeAdvice } from './key-change';
export { tuningAdvice } from './tuning';
export type { TunedSong, TuningAdvice } from './tuning';
export { voiceAdvice } from './voice';
export type { NoteRange, VoiceAdvice } from './voice';
