export { barBeats, barChords, HELD, withoutOptional } from './bar-chords';
export type { BarChord } from './bar-chords';
export type { NumberedBar } from './derive';
export { everyBar, isDerivable, ownBars, sectionBars, sectionNamed } from './derive';
export { endingRound, passesOf } from './passes';
export {
  handOf,
  meterOf,
  otherGripsOf,
  riffUsesOf,
  temposOf,
  withFrameOfParents,
} from './section-frame';
export type { Tempos } from './section-frame';
export { LAYERS } from '../layer';
export type { Layer } from '../layer';
export { EMPTY_SONG } from './document';
export type {
  Bar,
  BarCue,
  BarId,
  ChartFault,
  ChordMark,
  Difference,
  Drop,
  Ending,
  Frame,
  MapEntry,
  NamedGrip,
  NamedPattern,
  NamedRiff,
  PatternUse,
  RiffUse,
  Section,
  SectionId,
  ShapeClaim,
  SongDocument,
} from './document';
export { settledFrame } from './frame';
export { downIn, guessedNames } from './named-by';
export type { NamedSong } from './named-by';
export type { SettledFrame } from './frame';
export {
  inLines,
  inPlaceOf,
  linesOf,
  withFirstMarked,
  withLines,
  withoutLine,
  withRow,
} from './lines';
export { costOfRows, rowsOf } from './rows';
export { mapOf } from './map';
export { MOST_PLAYED_BARS, playedTooLong } from './played-size';
export type { TooLong } from './played-size';
