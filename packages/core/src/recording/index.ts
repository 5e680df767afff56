export { clockMarks, songClock } from './clock-marks';
export type { MarkedSection } from './clock-marks';
export { fitClock } from './clock';
export type { ClockFit, ClockMark } from './clock';
export { barsInRecording, startsInFile } from './follow';
export type { RecordedStart, WrittenBars } from './follow';
