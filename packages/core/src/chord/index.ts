export { chordLabel, chordTones, parseChordName } from './chord-name';
export { nameTones } from './name-tones';
export type { NameFit, Sounding } from './name-tones';
export { transposeChordName } from './transpose';
export type { ChordName } from './chord-name';
export { QUALITIES } from './qualities.data';
export type { Quality } from './qualities.data';
