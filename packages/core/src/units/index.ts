export {
  addBeats,
  beatsToNumber,
  parseBeats,
  shareBeats,
  subtractBeats,
  timesBeats,
} from './beats';
export type { Beats } from './beats';
export { formatClock, parseClock } from './clock-text';
export { middleOf } from './middle';
export { bpm, midi, millimetres, seconds } from './quantities';
export type { Bpm, Midi, Millimetres, Seconds } from './quantities';
export { median } from './median';
