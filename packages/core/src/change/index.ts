export { changeKey, pairKey } from './change';
export type { Change } from './change';
export { bpmWithin, changeTime, isLate, mostLacking, secondsAt, slowest } from './change-time';
export type { ChangeInBeats, ChangeTime } from './change-time';
