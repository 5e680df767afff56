export { noteName, parseNote } from './note';
export { parseTone, toneName, toPitchClass, toPlainSigns } from './pitch-class';
export type { PitchClass } from './pitch-class';
export { keySigns, rootName, toneOver } from './spelling';
export type { Signs } from './spelling';
export { formatTuning, openNotes, parseTuning, STANDARD_TUNING, tuningName } from './tuning';
export type { Tuning } from './tuning';
export { hasTone, toneCount, tonesOf, toToneSet } from './tone-set';
export type { ToneSet } from './tone-set';
