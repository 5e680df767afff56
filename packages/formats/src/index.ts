export { readMusicXml } from './musicxml/read';
export type { ScoreOptions } from './musicxml/read';
export type { Guessed, Imported, ImportedPart, Lost } from './report';
export { readMidi } from './midi/read';
export type { MidiOptions } from './midi/read';
