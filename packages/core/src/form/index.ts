export { changesOf, chordRow, isSilence } from './chords';
export type { ChordChange } from './chords';
export { partsOf } from './letters';
export type { Part, Parts } from './letters';
export { playingOf } from './playing';
export type { Occurrence, PlayedBar, Playing } from './playing';
