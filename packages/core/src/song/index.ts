export { dropBars, insertBars, joinBar, moveBars, splitBar } from './bar-edits';
export type { BarRange } from './bar-edits';
export { barBeats, barChords } from './bar-chords';
export type { BarChord } from './bar-chords';
export { FRAME_LINES, HIGHEST_CAPO, readFrameField, writeFrameField } from './chart-header';
export { checkChart } from './chart-faults';
export { readBars, writeBars } from './chart-bars';
export { changesInWords } from './change-words';
export { LONGEST_CHART, readChart } from './chart-reader';
export type { ReadChart } from './chart-reader';
export { writeChart } from './chart-writer';
export { withCommand } from './commands';
export type { SongCommand } from './song-command';
export { isDerivable, ownBars, parentsOf, sectionBars, sectionNamed } from './derive';
export { EMPTY_SONG, LAYERS } from './document';
export type {
  Bar,
  BarCue,
  BarId,
  ChartFault,
  ChordMark,
  Frame,
  Layer,
  MapEntry,
  NamedGrip,
  NamedPattern,
  PatternUse,
  Section,
  SectionId,
  ShapeClaim,
  SongDocument,
} from './document';
export { mergeTexts } from './merge';
export type { MergedText } from './merge';
export { mapOf } from './section-edits';
export { settleRepeat } from './repeat-scope';
export type { RepeatScope } from './repeat-scope';
export { settledFrame } from './frame';
export type { SettledFrame } from './frame';
