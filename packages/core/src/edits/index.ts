export {
  appendBar,
  dropBars,
  insertBars,
  insertRows,
  joinBar,
  moveBars,
  moveLine,
  replaceBar,
  splitBar,
  turnLine,
} from './bar-edits';
export type { BarRange } from './bar-edits';
export { changesInWords } from './change-words';
export { withCommand } from './commands';
export { mergeTexts } from './merge';
export type { MergedText } from './merge';
export { movedBars, writtenBars } from './moved-bars';
export type { SongCommand } from './song-command';
export { withoutFault } from './without-fault';
export type { Salvaged, SongPlace } from './without-fault';
