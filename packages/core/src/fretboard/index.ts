export { changeBetween } from './change';
export type { Change, FingerMove, HeldGrip } from './change';
export { fingeringOf } from './fingering';
export type { Barre, Fingering } from './fingering';
export { findGrips } from './finder';
export type { FoundGrip, GripSearch } from './finder';
export {
  formatFingers,
  formatGrip,
  HIGHEST_FRET,
  parseFingers,
  parseGrip,
  stringNumber,
} from './grip';
export type { Finger, Fingers, Grip, StringFret } from './grip';
export { comfortableReach, fretPosition, reachBetween, USUAL_HAND } from './hand';
export type { Hand, Place } from './hand';
export { soundingNotes, soundingTones } from './sounding';
export type { Setup } from './sounding';
export { gripWords } from './words';
