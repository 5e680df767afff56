export { chordLabel, chordTones, parseChordName } from './chord-name';
export { findKey, keyFit, parseKey } from './key';
export type { Key, KeyFinding, KeyFit, TimedChord } from './key';
export { nameTones } from './name-tones';
export type { NameFit, Sounding } from './name-tones';
export { transposeChordName } from './transpose';
export type { ChordName } from './chord-name';
export { QUALITIES } from './qualities.data';
export type { Quality } from './qualities.data';
