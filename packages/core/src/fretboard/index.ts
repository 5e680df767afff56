export { barreStrings, isFullBarre, liesAsFullBarre } from './barre-strings';
export { changeBetween, fingerWays, stayingFingers } from './change';
export type { Change, ChangeOptions, FingerMove, FingerWay, HeldGrip } from './change';
export { handWords } from './hand-words';
export type { HandWords } from './hand-words';
export { checkGrip } from './check-grip';
export type { GripCheck, GripSlip, GripVerdict } from './check-grip';
export { fingeringOf, fingeringsOf } from './fingering';
export type { Barre, Fingering, FingeringOptions } from './fingering';
export { findGrips } from './finder';
export type { FoundGrip, GripSearch } from './finder';
export {
  formatFingers,
  formatGrip,
  HIGHEST_FRET,
  parseFingers,
  parseGrip,
  soundingStrings,
  stringNumber,
} from './grip';
export type { Finger, Fingers, Grip, StringFret } from './grip';
export { comfortableReach, fretPosition, furthestReach, reachBetween, USUAL_HAND } from './hand';
export type { Hand, Place } from './hand';
export { gripFaults } from './grip-faults';
export type { GivenGrip, GripFault } from './grip-faults';
export { nameGrip } from './name-grip';
export type { GripNames, NamingOptions } from './name-grip';
export { fingerProgression, heldTogether } from './progression';
export { fingerSong } from './song-fingers';
export type { GripChange } from './song-fingers';
export { shapeMove, withShapeMoved } from './shape-move';
export type { ShapeMove } from './shape-move';
export { soundingNotes } from './sounding';
export { usualShapes } from './usual-shapes';
export type { Setup } from './sounding';
export { gripWords } from './words';
export { shortLine } from './change-short';
export { dullAdvice } from './dull-string';
