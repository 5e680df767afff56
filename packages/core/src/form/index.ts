export { changesOf, chordRow, isSilence } from './chords';
export type { ChordChange } from './chords';
export { partsOf } from './letters';
export type { Part, Parts } from './letters';
export { changesOffSlot, changeWindows, layPattern, patternNamed, plainPattern } from './patterns';
export type { ChangeWindow, LaidStroke } from './patterns';
export { playingOf } from './playing';
export type { Occurrence, PlayedBar, Playing } from './playing';
